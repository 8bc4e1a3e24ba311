<!-- What undoing a push will do, and the one button that does it. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { count } from '../../ui/words';
	import Folded from './Folded.svelte';
	import Names from './Names.svelte';

	interface Props {
		/** Null: nobody asked. */
		plan: Schemas['UndoPlanOut'] | null;
		onundo: () => void;
		onclose: () => void;
	}
	let { plan, onundo, onclose }: Props = $props();
	const people = $derived(new Map((plan?.students ?? []).map((one) => [one.notebook_id, one])));
	const stays = $derived((plan?.stays ?? []).reduce((sum, row) => sum + row.notebook_ids.length, 0));
	const named = (ids: number[]) => ids.map((id) => ({ id, ...people.get(id) }));
</script>

<Dialog bind:open={() => plan !== null, (open) => open || onclose()} title="Undo">
	{#if plan}
		<p>
			{plan.back
				? `${count(plan.back, 'copy goes', 'copies go')} back to what ${plan.back > 1 ? 'they were' : 'it was'} before.`
				: 'Nothing of it is as it was left any more.'}
		</p>
		{#if stays}
			<p class="mt-2">
				{count(stays, 'has moved on since and stays', 'have moved on since and stay')}: written on, pushed
				again, or in the drawer.
			</p>
			<div class="mt-2 max-h-[40vh] overflow-auto">
				{#each plan.stays as row, k (k)}
					<Folded words={plan.titles[row.page_id] ?? 'A page'} count={row.notebook_ids.length} open={k === 0}>
						<Names people={named(row.notebook_ids)} noted={false} />
					</Folded>
				{/each}
			</div>
		{/if}
		<div class="mt-4 flex gap-2">
			<Button go disabled={!plan.back} onclick={onundo}>Put {plan.back > 1 ? 'them' : 'it'} back</Button>
			<Button onclick={onclose}>Leave it</Button>
		</div>
	{/if}
</Dialog>
