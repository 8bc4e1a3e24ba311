<!-- At the foot of a page: its student says that it is ready to be read; its teacher reads it as it was then. -->
<script lang="ts">
	import { api, ask } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { count, dayAndTime } from '../../ui/words';
	import type { CopyState } from './copy.svelte';

	interface Props {
		copy: CopyState;
		hand: 'student' | 'reader';
		/** Shows the page as it was then. */
		onread: () => void;
	}
	let { copy, hand, onread }: Props = $props();
	const ready = $derived(copy.open?.ready ?? null);
	const written = $derived((copy.open?.revision ?? 0) > 0 || copy.state !== 'saved');
	const changed = $derived(ready?.changed.length ?? 0);

	const say = (on: boolean) =>
		attempt(async () => {
			await copy.save();
			const params = { path: { copy_id: copy.id } };
			await ask(api.PUT('/api/copies/{copy_id}/ready', { params, body: { on } }));
			await copy.refresh();
			const undo = () => void say(false);
			if (on) toasts.say('Your teacher sees that it is ready. You can write on.', { undo });
		});
</script>

{#if ready}
	<div
		class="my-6 ml-[22px] flex flex-wrap items-center gap-3 rounded-md border border-line bg-raised px-4 py-3 sm:ml-[34px] print:hidden"
		role="status"
	>
		<p class="grow">
			<b>Ready to be read since {dayAndTime(ready.at)}.</b>
			{#if hand === 'reader'}
				{changed ? `${count(changed, 'thing')} changed since.` : ''}
			{:else}
				{ready.read_at
					? `Your teacher read it on ${dayAndTime(ready.read_at)}.`
					: 'Your teacher reads it as it was then.'}
				{changed ? `You have changed ${count(changed, 'thing')} since.` : ''}
			{/if}
		</p>
		{#if hand === 'reader'}
			<Button go onclick={onread}>Read it as it was then</Button>
		{:else}
			{#if changed}
				<Button class="min-h-11" onclick={() => void say(true)}>Ready as it is now</Button>
			{/if}
			{#if !ready.read_at}
				<Button class="min-h-11" onclick={() => void say(false)}>Not ready after all</Button>
			{/if}
		{/if}
	</div>
{:else if hand === 'student' && written}
	<p class="my-6 pl-[22px] sm:pl-[34px] print:hidden">
		<Button class="min-h-11" onclick={() => void say(true)}>This is ready to be read</Button>
	</p>
{/if}
