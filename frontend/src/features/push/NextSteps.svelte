<!-- What a teacher does next once a push or a pull-back is done. -->
<script lang="ts">
	import { api, ask, type Schemas } from '../../api/client';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import { failedAgain } from './afterwards';
	import { pullBackAddress, pushAddress } from './sentence';

	let { view, master, onundo }: { view: Schemas['PushViewOut']; master: number; onundo: () => void } =
		$props();
	const pulled = $derived(view.push.kind === 'pull-back');
	const again = $derived(failedAgain(view.rows));
	const changes = $derived(view.rows.some((row) => row.changes));

	/** The board of a class that the push was for. */
	async function seeReach() {
		const path = { master_id: master };
		const found = await attempt(() => ask(api.GET('/api/masters/{master_id}', { params: { path } })));
		const names = new Set(view.students.map((student) => student.class_name));
		const first = found?.classes.find((one) => names.has(one.name));
		go(`/master/${master}/reach${first ? `?class=${first.id}` : ''}`);
	}
</script>

<div class="mb-6 flex flex-wrap gap-2">
	<Button go onclick={() => go(`/master/${master}/page/${view.page_ids[0]}`)}>Back to the page</Button>
	{#if !pulled && view.rows.length}<Button onclick={() => void seeReach()}>See who has what</Button>{/if}
	{#if !view.may_change}
		<!-- Who reads along changes nothing. -->
	{:else if !pulled}
		{#if view.push.status === 'done'}
			<Button onclick={() => go(pullBackAddress(master, view.page_ids, view.push.id))}>Pull it back</Button>
		{/if}
		{#if changes && !view.push.undone_at}
			<Button onclick={onundo}>{view.push.status === 'done' ? 'Undo this push' : 'Undo what was done'}</Button
			>
		{/if}
	{:else if !view.push.undone_at}
		<Button onclick={onundo}>Undo: put it all back</Button>
	{/if}
	{#if again && view.may_change}
		<Button onclick={() => go(pushAddress(master, { ...again, again: view.push.id }))}
			>Try again for {count(again.audience.selectors.notebook!.length, 'student')}</Button
		>
	{/if}
</div>
{#if changes && !pulled && view.may_change && !view.push.undone_at}
	<p class="-mt-3 mb-6 text-[0.8125rem] text-soft">
		Undo puts every copy back as it was before this push, where nobody has written since.
		{#if view.push.status === 'done'}Pulling back takes the page out of the notebooks.{/if}
	</p>
{/if}
