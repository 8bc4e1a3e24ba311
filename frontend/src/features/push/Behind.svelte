<!-- Who stands behind one count; for a knot, both wordings. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import { differing } from '../../ui/differing';
	import Wording from '../../ui/Wording.svelte';
	import type { Outcome } from './outcomes';

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
	const knots = $derived(outcome === 'conflicted' ? woven.filter((one) => one.conflicts.length) : []);
	const absent = $derived(['gone', 'not-there', 'held'].includes(outcome));
	const several = $derived(Object.keys(titles).length > 1);
	const most = 300;
	const groups = $derived(
		rows.map((row) => ({
			row,
			people: row.notebook_ids
				.slice(0, most)
				.map((id) => ({ id, ...names.get(id), note: notes?.(row.page_id, id) })),
			more: Math.max(0, row.notebook_ids.length - most)
		}))
	);
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
		{#each groups as group, k (k)}
			{#if several}<p class="mt-2 mb-1 font-semibold">{titles[group.row.page_id]}</p>{/if}
			{#if group.row.reason}<p class="mb-1">{group.row.reason}</p>{/if}
			<ul class="columns-2 gap-6 sm:columns-3">
				{#each group.people as person, n (n)}
					<li class="leading-6 {notes ? 'break-inside-avoid' : 'truncate'}">
						{#if onread && !absent}
							<button
								type="button"
								class="hover:underline"
								title="Read this page of {person.person_name}"
								onclick={() => onread(group.row.page_id, person.id)}>{person.person_name}</button
							>
						{:else}{person.person_name}{/if}
						<span class="text-xs text-soft"
							>{person.class_name}{#if person.note}&nbsp;· {person.note}{/if}</span
						>
					</li>
				{/each}
			</ul>
			{#if knotsOf && outcome === 'conflicted'}
				<a class="mt-3 inline-block font-semibold underline" href={knotsOf(group.row.page_id)}
					>See both wordings, and untie for them</a
				>
			{/if}
			{#if group.more}<p class="mt-1 text-soft">and {group.more.toLocaleString('en')} more</p>{/if}
		{/each}
	{/if}
</div>
