<!-- Under the title of a student's page: whose it is, whether it is saved, and what there is to be said of it now. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import NotSaved from '../../writing/NotSaved.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import type { CopyState } from './copy.svelte';

	let { copy, hand }: { copy: CopyState; hand: 'student' | 'reader' } = $props();
	const nextNew = async () => (await import('./next-new')).showNextNew(copy.arrived);
	function key(event: KeyboardEvent) {
		if (!event.altKey || event.code !== 'KeyN' || !copy.arrived.length) return;
		event.preventDefault();
		void nextNew();
	}
	const WHOSE = $derived({
		tied: `Your teacher’s page and yours${copy.onlySpaces ? '; you write in its spaces' : ''}.`,
		cut: 'Your teacher cut this page loose: it is yours now, and stays as you make it.',
		own: 'A page of your own. Your teacher can read it.'
	});
	const SAYING = $derived({
		saved: 'All you write is saved as you go.',
		waiting: 'All you write is saved as you go.',
		saving: 'Saving …',
		kept: copy.keptHere
			? 'Not saved yet; your words are kept in this browser and sent as soon as they can be.'
			: 'Not saved yet; it is tried again as soon as it can be.',
		'signed-out': '',
		refused: ''
	});
</script>

<svelte:window onkeydown={key} />

{#if copy.open}
	{#if hand === 'student'}
		<p class="mb-5 text-[0.8125rem] text-soft print:hidden" role="status">
			{WHOSE[copy.open.tie]}
			{copy.takenBack ? '' : SAYING[copy.state]}
			{#if copy.arrived.length}
				<button type="button" class="thumb text-ink underline" title="Alt N" onclick={nextNew}
					>{count(copy.arrived.length, 'part is', 'parts are')} new</button
				>
			{/if}
		</p>
		{#if copy.open.put_away && !copy.takenBack}
			<div class="mb-5 flex flex-wrap items-center gap-3 rounded-md bg-lamp px-4 py-3">
				<p class="grow"><b>This page is in your drawer.</b> You can read it and write on it here.</p>
				<Button go onclick={() => void attempt(() => copy.bringBack())}>Bring it back</Button>
			</div>
		{/if}
		<NotSaved page={copy} />
		{#if copy.full !== null}
			<p role="status" class="mb-5 rounded-md bg-lamp px-4 py-3">
				<b>Much of this page was taken out.</b>
				<button
					type="button"
					class="thumb font-semibold underline"
					onclick={() => void attempt(() => copy.getBack())}>Get it back</button
				>
			</p>
		{/if}
	{:else}
		<p class="mb-5 text-[0.8125rem] text-soft">
			{copy.open.notebook.person_name}, {copy.open.notebook.class_name}.
			{copy.open.pulled_back
				? 'You took this page back. It stands in no notebook now; push it again, or undo, and it is there with all its words.'
				: 'You are reading; only the student writes here.'}
		</p>
	{/if}
{/if}
