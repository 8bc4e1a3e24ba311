<!-- The notebook while its student arranges it: pages are taken hold of, chosen, moved and put away; sections named. -->
<script lang="ts">
	import { tick } from 'svelte';
	import ArrangeBar from './ArrangeBar.svelte';
	import ArrangeRow from './ArrangeRow.svelte';
	import ArrangeSection from './ArrangeSection.svelte';
	import { ArrangingState } from './arranging.svelte';
	import { Carrying } from './carrying.svelte';
	import { mayMove } from './asked-of';
	import type { NotebookState, PageLine } from './notebook.svelte';

	let { notebook, ondone }: { notebook: NotebookState; ondone: () => void } = $props();
	// svelte-ignore state_referenced_locally
	const arranging = new ArrangingState(notebook);
	const carrying = new Carrying(arranging);
	let list = $state<HTMLElement>();
	let focused = $state<number | null>(null);
	const first = $derived(focused ?? notebook.pages[0]?.id);

	function to(id: number | undefined) {
		if (id === undefined) return;
		focused = id;
		list?.querySelector<HTMLElement>(`[data-row="page:${id}"]`)?.focus();
	}

	function beside(id: number, by: -1 | 1): number | undefined {
		const all = [...notebook.pages, ...notebook.drawer];
		return all[all.findIndex((page) => page.id === id) + by]?.id;
	}

	async function step(page: PageLine, by: -1 | 1) {
		await arranging.step(page.id, by);
		await tick();
		to(page.id);
	}

	async function aside(page: PageLine) {
		const next = beside(page.id, 1) ?? beside(page.id, -1);
		await arranging.drawer('put-away', arranging.with(page.id));
		await tick();
		to(next);
	}

	/** What a key does in a row. */
	function keys(event: KeyboardEvent, page: PageLine) {
		const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : null;
		const may = mayMove(notebook, page) && !page.put_away;
		if (by && event.altKey && may) void step(page, by);
		else if (by) to(beside(page.id, by));
		else if (event.key === ' ' || event.key === 'x') arranging.choose(page.id);
		else if (event.key === 'Delete' && may) void aside(page);
		else return;
		event.preventDefault();
	}

	function undoing(event: KeyboardEvent) {
		if (event.key === 'Escape' && carrying.ids.length) carrying.cancel();
		else if (event.key === 'Escape') ondone();
		const isUndo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z';
		if (!isUndo || event.target instanceof HTMLInputElement) return;
		event.preventDefault();
		if (event.shiftKey) arranging.redo();
		else arranging.undo();
	}
</script>

<svelte:window onkeydown={undoing} />

<div bind:this={list} class="grow pb-4">
	<p class="mb-2 text-[0.8125rem] text-soft">
		Drag a page by its handle, or tap pages to choose several.
		<span class="max-md:hidden">By key: Alt ↑ and ↓ move, space chooses, Ctrl Z takes back.</span>
	</p>
	{#each notebook.lines as line (line.key)}
		{#if line.kind === 'divider'}
			<p class="pt-2 text-[0.7812rem] font-semibold text-soft" style:padding-left="{10 * line.depth}px">
				{line.name}
			</p>
		{:else}
			<ArrangeSection {arranging} section={line.section} over={carrying.over} />
			<ul role="listbox" aria-multiselectable="true" aria-label={line.name}>
				{#each line.section.pages.filter((page) => !page.put_away) as page (page.id)}
					<ArrangeRow
						{page}
						{carrying}
						chosen={arranging.chosen.has(page.id)}
						first={page.id === first}
						may={mayMove(notebook, page)}
						onchoose={() => arranging.choose(page.id)}
						onkey={(event) => keys(event, page)}
					/>
				{/each}
			</ul>
		{/if}
	{/each}
	{#if notebook.drawer.length}
		<h3 class="mt-5 mb-1 font-semibold">My drawer</h3>
		<ul role="listbox" aria-multiselectable="true" aria-label="My drawer">
			{#each notebook.drawer as page (page.id)}
				<ArrangeRow
					{page}
					{carrying}
					chosen={arranging.chosen.has(page.id)}
					first={page.id === first}
					may={false}
					onchoose={() => arranging.choose(page.id)}
					onkey={(event) => keys(event, page)}
				/>
			{/each}
		</ul>
	{/if}
</div>
<ArrangeBar {arranging} {ondone} />
