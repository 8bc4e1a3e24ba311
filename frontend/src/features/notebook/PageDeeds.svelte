<!-- What can be done with a student's page: in its head, by signs alone where there is little room. -->
<script lang="ts">
	import Archive from '@lucide/svelte/icons/archive';
	import Clock from '@lucide/svelte/icons/history';
	import Printer from '@lucide/svelte/icons/printer';
	import Voice from '@lucide/svelte/icons/audio-lines';
	import { onDestroy } from 'svelte';
	import Button from '../../ui/Button.svelte';
	import { keepFile } from '../../ui/keep-file';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import type { CopyState } from './copy.svelte';
	import type { PastState } from './past.svelte';
	import { ReadingAloud } from './reading-aloud.svelte';

	/** `writes`: the student, on a page that is theirs to write on. */
	let { copy, writes, past }: { copy: CopyState; writes: boolean; past: PastState } = $props();
	const ASIDE =
		'inline-flex min-h-8 items-center justify-center gap-1.5 hover:text-ink max-md:min-h-11 max-md:min-w-11';

	let making = $state(false);
	const aloud = new ReadingAloud(() => document.querySelector<HTMLElement>('.page-body'), navigator.language);
	onDestroy(() => aloud.stop());

	async function takeHome() {
		making = true;
		await attempt(async () => {
			await copy.save();
			await keepFile(`/api/copies/${copy.id}/print`);
		});
		making = false;
	}

	async function putAway() {
		await copy.putAway();
		toasts.say('The page is in your drawer, with all that is on it.', { undo: () => copy.bringBack() });
	}
</script>

<div class="flex justify-end gap-4 max-md:gap-0">
	{#if writes && !copy.open?.put_away}
		<button type="button" class={ASIDE} onclick={() => void attempt(putAway)}>
			<Archive size={15} /> <span class="max-md:sr-only">Put away</span>
		</button>
	{/if}
	<button type="button" class={ASIDE} onclick={() => void aloud.begin()}>
		<Voice size={15} /> <span class="max-md:sr-only">Read aloud</span>
	</button>
	<button type="button" class={ASIDE} disabled={making} onclick={() => void takeHome()}>
		<Printer size={15} /> <span class="max-md:sr-only">{making ? 'Making it …' : 'Print'}</span>
	</button>
	<button
		type="button"
		class={ASIDE}
		aria-expanded={past.moments !== null}
		onclick={() => void attempt(async () => (past.moments ? past.close() : await past.open()))}
	>
		<Clock size={15} /> <span class="max-md:sr-only">How it came about</span>
	</button>
</div>

{#if aloud.state !== 'still'}
	<div
		class="fixed inset-x-3 bottom-16 z-30 mx-auto flex max-w-md flex-wrap items-center gap-2 rounded-md border border-line bg-raised px-4 py-3 text-ink shadow-md"
		role="status"
	>
		{#if aloud.state === 'no voice'}
			<p class="grow">
				<b>This device has no voice of its own.</b> Red Thread uses no other: it would send your words away.
			</p>
			<Button class="min-h-11" onclick={() => aloud.stop()}>Close</Button>
		{:else}
			<p class="grow">{aloud.state === 'paused' ? 'Paused.' : 'Reading aloud …'}</p>
			{#if aloud.state === 'paused'}
				<Button class="min-h-11" go onclick={() => aloud.goOn()}>Go on</Button>
			{:else}
				<Button class="min-h-11" onclick={() => aloud.pause()}>Pause</Button>
			{/if}
			<Button class="min-h-11" onclick={() => aloud.stop()}>Stop</Button>
		{/if}
	</div>
{/if}
