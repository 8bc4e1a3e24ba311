<!-- The woven board: students are the warp, pages the weft. Only the rows in sight are drawn. -->
<script lang="ts">
	import ClothHead from './ClothHead.svelte';
	import { cellOf, cellWords, totalsOf, totalWords } from './cells';
	import type { ReachState } from './reach.svelte';
	import Stitch from './Stitch.svelte';
	import { walk } from './walk';

	interface Props {
		reach: ReachState;
		onopen: (notebook: number, page: number) => void;
	}
	let { reach, onopen }: Props = $props();

	const HIGH = 42;
	const MARGIN = 8;
	let box: HTMLElement;
	let top = $state(0);
	let tall = $state(800);
	let told = $state('');
	let at = $state({ row: 0, column: 0 });

	const from = $derived(Math.max(0, Math.floor(top / HIGH) - MARGIN));
	const until = $derived(Math.min(reach.rows.length, Math.ceil((top + tall) / HIGH) + MARGIN));
	const shown = $derived(reach.rows.slice(from, until).map((row, n) => ({ ...row, row: from + n })));
	function tell(row: number, column: number) {
		const line = reach.rows[row];
		const student = reach.students[column];
		if (!line || !student) return;
		told = `${student.name}, ${line.page.title}: ${cellWords(cellOf(student.cells[line.k]!))}`;
	}

	function keys(event: KeyboardEvent) {
		const to = walk(at, event.key, event.ctrlKey || event.metaKey, {
			rows: reach.rows.length,
			columns: reach.students.length,
			has: (row, column) => cellOf(reach.students[column]!.cells[reach.rows[row]!.k]!).state !== 'not-given'
		});
		if (!to) return;
		event.preventDefault();
		at = to;
		// Only the rows in sight are drawn: one that is not comes into the middle.
		if (to.row < from || to.row >= until) box.scrollTop = to.row * HIGH - tall / 2;
		requestAnimationFrame(() =>
			box.querySelector<HTMLElement>(`[data-cell="${at.row}-${at.column}"]`)?.focus()
		);
	}
</script>

<p class="h-6 truncate px-5 text-[0.8125rem] text-soft sm:px-8" role="status">
	{told || 'Point at a stitch to read it; Enter opens the student’s page.'}
</p>
<div
	bind:this={box}
	bind:clientHeight={tall}
	class="min-h-0 grow overflow-auto px-5 pb-6 sm:px-8"
	onscroll={() => (top = box.scrollTop)}
>
	<table class="border-separate border-spacing-0" aria-label="Who has what">
		<ClothHead students={reach.students} />
		<tbody>
			{#if from > 0}<tr style:height="{from * HIGH}px"><td></td></tr>{/if}
			{#each shown as { page, k, row } (page.id)}
				{@const totals = totalsOf(reach.students.map((student) => student.cells[k]!))}
				<tr style:height="{HIGH}px">
					<th
						scope="row"
						class="sticky left-0 z-10 max-w-44 bg-paper pr-4 text-right font-normal sm:max-w-72 {page.tucked
							? 'text-soft'
							: ''}"
					>
						<span class="block truncate" title={page.title}>{page.title}</span>
						<span class="block truncate text-[0.7188rem] text-soft">{totalWords(totals)}</span>
					</th>
					{#each reach.students as student, column (student.id)}
						{@const cell = cellOf(student.cells[k]!)}
						<td class="warp w-[26px] p-0">
							{#if cell.state !== 'not-given'}
								<button
									type="button"
									data-cell="{row}-{column}"
									tabindex={at.row === row && at.column === column ? 0 : -1}
									aria-label="{student.name}, {page.title}: {cellWords(cell)}"
									onkeydown={keys}
									class="woven block w-[26px]"
									onfocus={() => {
										at = { row, column };
										tell(row, column);
									}}
									onmouseenter={() => tell(row, column)}
									onclick={() => onopen(student.id, page.id)}><Stitch {cell} /></button
								>
							{/if}
						</td>
					{/each}
					<td></td>
				</tr>
			{/each}
			{#if until < reach.rows.length}<tr style:height="{(reach.rows.length - until) * HIGH}px"><td></td></tr
				>{/if}
		</tbody>
	</table>
</div>

<style>
	.warp {
		background: linear-gradient(var(--line), var(--line)) no-repeat 50% 0 / 1px 100%;
	}
</style>
