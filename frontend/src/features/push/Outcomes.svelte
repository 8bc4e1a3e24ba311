<!-- The counts, and behind each the students. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Sign from '../../thread/Sign.svelte';
	import { count } from '../../ui/words';
	import Behind from './Behind.svelte';
	import { ORDER, told, type Outcome } from './outcomes';

	interface Props {
		counts: Partial<Record<Outcome, number>>;
		rows: Schemas['RowsOut'][];
		students: Schemas['ReachedOut'][];
		titles: Record<string, string>;
		woven?: Schemas['WovenOut'][];
		/** What is to be said of a student's page, if anything. */
		notes?: (page: number, notebook: number) => string;
		/** Opens a student's page to read; only afterwards. */
		onread?: (page: number, notebook: number) => void;
		knotsOf?: (page: number) => string;
	}
	let { counts, rows, students, titles, woven = [], notes, onread, knotsOf }: Props = $props();
	const present = $derived(ORDER.filter((outcome) => counts[outcome]));
	let chosen = $state<Outcome | null>(null);
	const shown = $derived(chosen && counts[chosen] ? chosen : (present[0] ?? null));
	// Dividers and sections are titled too, under names that are no numbers.
	const pages = $derived(Object.keys(titles).filter(Number).length);
</script>

<div class="grid gap-x-10 gap-y-4 md:grid-cols-[290px_minmax(0,1fr)]">
	<ul>
		{#each present as outcome (outcome)}
			{@const drawn = told(outcome)}
			<li>
				<button
					type="button"
					aria-pressed={shown === outcome}
					class="grid w-full grid-cols-[32px_minmax(52px,auto)_1fr] items-center rounded-md py-2 pr-2 pl-1 text-left aria-pressed:bg-accent-wash"
					onclick={() => (chosen = outcome)}
				>
					<Sign name={drawn.sign} color={drawn.color} class="h-6 w-6" />
					<b class="pr-2.5 text-right font-serif text-xl">{counts[outcome]?.toLocaleString('en')}</b>
					<span>{drawn.words}<small class="block text-[0.7812rem] text-soft">{drawn.under}</small></span>
				</button>
			</li>
		{/each}
		{#if pages > 1}<li class="pt-2 pl-1 text-[0.7812rem] text-soft">
				{count(pages, 'page')}, each counted for each student
			</li>{/if}
	</ul>
	{#if shown}
		<Behind
			outcome={shown}
			rows={rows.filter((row) => row.outcome === shown)}
			{students}
			{titles}
			{woven}
			{notes}
			{onread}
			{knotsOf}
		/>
	{/if}
</div>
