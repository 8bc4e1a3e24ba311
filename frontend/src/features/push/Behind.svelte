<!-- Who stands behind one count; for a knot, both wordings. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import { differing } from '../../ui/differing';
	import Wording from '../../ui/Wording.svelte';
	import Folded from './Folded.svelte';
	import Names from './Names.svelte';
	import { keyOf, together, told, type Outcome } from './outcomes';

	interface Props {
		outcome: Outcome;
		rows: Schemas['RowsOut'][];
		students: Schemas['ReachedOut'][];
		titles: Record<string, string>;
		woven: Schemas['WovenOut'][];
		notes?: (page: number, notebook: number) => string;
		onread?: (page: number, notebook: number) => void;
		/** Where the knots of a page are untied; only after the push. */
		knotsOf?: (page: number) => string;
	}
	let { outcome, rows, students, titles, woven, notes, onread, knotsOf }: Props = $props();
	const names = $derived(new Map(students.map((one) => [one.notebook_id, one])));
	/** Names come by class, then as the school sorts them. */
	const place = $derived(new Map(students.map((one, at) => [one.notebook_id, at])));
	const inOrder = (ids: number[]) => [...ids].sort((a, b) => (place.get(a) ?? 0) - (place.get(b) ?? 0));
	const knots = $derived(outcome === 'conflicted' ? woven.filter((one) => one.conflicts.length) : []);
	const absent = $derived(!told(outcome).readable);
	const several = $derived(Object.keys(titles).length > 1);
	/** Page by page, in the order of the master; alike rows of one page stay apart only where their reasons differ. */
	const groups = $derived(
		together(rows).map((row) => ({
			key: keyOf(row),
			page: row.page_id,
			reason: row.reason,
			people: inOrder(row.notebook_ids).map((id) => ({
				id,
				...names.get(id),
				note: row.page_id ? notes?.(row.page_id, id) : undefined
			}))
		}))
	);
	/** Of many pages only the titles and counts stand there; the names come when they are asked for. */
	const FEW = 3;
</script>

<div class="min-w-0">
	{#each knots.slice(0, 20) as knot (`${knot.page_id}-${knot.notebook_id}`)}
		{@const student = names.get(knot.notebook_id)}
		<p class="mb-1">
			<b>{student?.person_name}</b>, {student?.class_name}{several ? ` · ${titles[knot.page_id]}` : ''}
		</p>
		{#each knot.conflicts as conflict (conflict.id)}
			{@const parts = differing(conflict.master, conflict.student)}
			<div class="mb-4 grid gap-4 sm:grid-cols-2">
				<Wording parts={parts.one} of="thread" label="Yours stands in place" />
				<Wording parts={parts.other} of="pencil" label="Theirs is kept right behind it" />
			</div>
		{/each}
	{/each}
	{#if knots.length}
		<p class="text-soft">
			They untie it with one touch when they next open the page, or you do it for them. Nothing they wrote is
			lost.
		</p>
	{:else}
		{#snippet behind(group: (typeof groups)[number])}
			{#if group.reason}<p class="mb-1">{group.reason}</p>{/if}
			<Names
				people={group.people}
				noted={notes !== undefined}
				onread={onread && !absent && group.page ? (notebook) => onread(group.page!, notebook) : undefined}
			/>
			{#if knotsOf && group.page && outcome === 'conflicted'}
				<a class="thumb mt-3 font-semibold underline" href={knotsOf(group.page)}
					>See both wordings, and untie for them</a
				>
			{/if}
		{/snippet}
		{#each groups as group, k (k)}
			{#if !several}
				{@render behind(group)}
			{:else}
				<Folded open={groups.length <= FEW} words={titles[group.key] ?? ''} count={group.people.length}>
					{@render behind(group)}
				</Folded>
			{/if}
		{/each}
	{/if}
</div>
