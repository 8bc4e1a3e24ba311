<!-- What undoing a push will do, what becomes of pages that have moved on since, and the one button that does it. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Chooser from '../../ui/Chooser.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { count } from '../../ui/words';

	interface Props {
		/** Null: nobody asked. */
		plan: Schemas['UndoPlanOut'] | null;
		onundo: (also: Schemas['RowIn'][]) => void;
		onclose: () => void;
	}
	let { plan, onundo, onclose }: Props = $props();
	type Moved = Schemas['MovedOnOut'];
	/** Chosen to be taken back all the same: by group, the notebooks. */
	let chosen = $state<Record<number, number[]>>({});
	const people = $derived(new Map((plan?.students ?? []).map((one) => [one.notebook_id, one])));
	const stays = $derived((plan?.stays ?? []).reduce((sum, row) => sum + row.notebook_ids.length, 0));
	const also = $derived(
		(plan?.stays ?? []).flatMap((row, k) =>
			(chosen[k] ?? []).flatMap((notebook_id) => (row.page_id ? [{ page_id: row.page_id, notebook_id }] : []))
		)
	);
	const WAYS = {
		drawer: 'Whom you choose finds it in the drawer, with what they wrote.',
		older: 'Whom you choose goes back to the page before; what they wrote stays on it.'
	};
	const titleOf = (row: Moved) => (row.page_id && plan?.titles[row.page_id]) || 'A section';
	const studentsOf = (row: Moved) =>
		row.notebook_ids.map((id) => ({
			id,
			words: people.get(id)?.person_name ?? '',
			under: people.get(id)?.class_name
		}));

	$effect(() => {
		if (plan) chosen = {};
	});

	function toggle(k: number, id: number) {
		const now = chosen[k] ?? [];
		chosen[k] = now.includes(id) ? now.filter((one) => one !== id) : [...now, id];
	}
</script>

<Dialog bind:open={() => plan !== null, (open) => open || onclose()} title="Undo">
	{#if plan}
		<p>
			{plan.back
				? `${count(plan.back, 'copy goes', 'copies go')} back to what ${plan.back > 1 ? 'they were' : 'it was'} before.`
				: 'Every page has changed since, so none goes back by itself.'}
		</p>
		{#if stays}
			<p class="mt-2">
				{count(stays, 'has moved on since and stays', 'have moved on since and stay')}, unless you take {stays >
				1
					? 'them'
					: 'it'} back too: written on, pushed again, or in the drawer.
			</p>
			<div class="mt-2 grid max-h-[44vh] gap-3 overflow-auto">
				{#each plan.stays as row, k (k)}
					<section class="rounded-md border border-line" aria-label={titleOf(row)}>
						<p class="px-3 pt-2">
							<b>{titleOf(row)}</b>
							<span class="text-soft">· {row.way ? WAYS[row.way] : 'Stays as it is.'}</span>
						</p>
						{#if row.way}
							<Chooser
								label="Take back too"
								items={studentsOf(row)}
								chosen={chosen[k] ?? []}
								quick={[
									{ words: 'All', run: () => (chosen[k] = row.notebook_ids) },
									{ words: 'None', run: () => (chosen[k] = []) }
								]}
								ontoggle={(id) => toggle(k, id)}
							/>
						{:else}
							<ul class="px-3 py-1.5">
								{#each studentsOf(row) as one (one.id)}<li>
										{one.words} <small class="text-soft">{one.under}</small>
									</li>{/each}
							</ul>
						{/if}
					</section>
				{/each}
			</div>
		{/if}
		<div class="mt-4 flex gap-2">
			<Button go disabled={!plan.back && !also.length} onclick={() => onundo(also)}
				>Put {plan.back + also.length > 1 ? 'them' : 'it'} back</Button
			>
			<Button onclick={onclose}>Leave it</Button>
		</div>
	{/if}
</Dialog>
