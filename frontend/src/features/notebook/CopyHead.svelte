<!-- The head of a student's page: its title, what can be done with it, and what there is to be said of it. -->
<script lang="ts">
	import Archive from '@lucide/svelte/icons/archive';
	import Clock from '@lucide/svelte/icons/history';
	import Printer from '@lucide/svelte/icons/printer';
	import { keepFile } from '../../ui/keep-file';
	import { attempt } from '../../ui/report';
	import Title from '../../writing/Title.svelte';
	import { toasts } from '../../ui/toasts.svelte';
	import type { CopyState } from './copy.svelte';
	import CopyNotes from './CopyNotes.svelte';
	import type { PastState } from './past.svelte';

	interface Props {
		copy: CopyState;
		hand: 'student' | 'reader';
		past: PastState;
		/** Into the page's text. */
		onenter: () => void;
	}
	let { copy, hand, past, onenter }: Props = $props();
	const writes = $derived(hand === 'student' && !copy.takenBack);
	const ASIDE = 'inline-flex min-h-8 items-center justify-center gap-1.5 hover:text-ink';

	let making = $state(false);

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

<header class="pl-[22px] sm:pl-[34px]">
	{#if !copy.takenBack}
		<div
			class="float-right ml-4 flex gap-4 text-[0.8125rem] text-soft max-md:gap-1 print:hidden {hand ===
			'student'
				? 'max-md:absolute max-md:top-0 max-md:right-3'
				: ''}"
		>
			{#if writes && !copy.open?.put_away}
				<button type="button" class={ASIDE} onclick={() => void attempt(putAway)}>
					<Archive size={15} /> <span class="max-md:sr-only">Put away</span>
				</button>
			{/if}
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
	{/if}
	{#if writes && !copy.onlySpaces}
		<Title page={copy} {onenter} />
	{:else}
		<h1 class="mb-1 font-serif text-[1.625rem] leading-tight font-semibold tracking-tight sm:text-[1.875rem]">
			{copy.title}
		</h1>
	{/if}
	<CopyNotes {copy} {hand} />
</header>
