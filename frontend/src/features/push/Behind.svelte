<!-- Who stands behind one count; for a knot, both wordings. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import { differing } from '../../ui/differing';
	import type { Outcome } from './outcomes';

	interface Props {
		outcome: Outcome;
		rows: Schemas['RowsOut'][];
		students: Schemas['ReachedOut'][];
		titles: Record<string, string>;
		woven: Schemas['WovenOut'][];
	}
	let { outcome, rows, students, titles, woven }: Props = $props();
	const names = $derived(new Map(students.map((one) => [one.notebook_id, one])));
	const knots = $derived(outcome === 'conflicted' ? woven.filter((one) => one.conflicts.length) : []);
	const several = $derived(Object.keys(titles).length > 1);
	const most = 300;
	const groups = $derived(
		rows.map((row) => ({
			row,
			people: row.notebook_ids.slice(0, most).map((id) => names.get(id)),
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
				<p class="border-l-2 border-thread pl-3.5 font-serif text-[16px] leading-relaxed">
					<small class="block font-sans text-[12.5px] font-semibold text-soft">Yours stands in place</small>
					{#each parts.one as part, k (k)}{#if part.differs}<mark
								class="rounded bg-thread-wash px-0.5 text-inherit">{part.words}</mark
							>{:else}{part.words}{/if}{:else}<i>taken out</i>{/each}
				</p>
				<p class="border-l-2 border-pencil pl-3.5 font-serif text-[16px] leading-relaxed">
					<small class="block font-sans text-[12.5px] font-semibold text-soft"
						>Theirs is kept right behind it</small
					>
					{#each parts.other as part, k (k)}{#if part.differs}<mark
								class="rounded bg-pencil-wash px-0.5 text-inherit">{part.words}</mark
							>{:else}{part.words}{/if}{/each}
				</p>
			</div>
		{/each}
	{/each}
	{#if knots.length}
		<p class="text-soft">
			They untie it with one touch when they next open the page. Nothing they wrote is lost.
		</p>
	{:else}
		{#each groups as group, k (k)}
			{#if several}<p class="mt-2 mb-1 font-semibold">{titles[group.row.page_id]}</p>{/if}
			{#if group.row.reason}<p class="mb-1">{group.row.reason}</p>{/if}
			<ul class="columns-2 gap-6 sm:columns-3">
				{#each group.people as person, n (n)}
					<li class="truncate leading-6">
						{person?.person_name} <span class="text-xs text-soft">{person?.class_name}</span>
					</li>
				{/each}
			</ul>
			{#if group.more}<p class="mt-1 text-soft">and {group.more.toLocaleString('en')} more</p>{/if}
		{/each}
	{/if}
</div>
