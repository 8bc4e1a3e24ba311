<!-- A student's notebook: the list and one page beside it; on a phone one after the other. -->
<script lang="ts">
	import ArrowLeft from '@lucide/svelte/icons/arrow-left';
	import { onMount, untrack } from 'svelte';
	import { fetchEditorSoon } from '../../editor';
	import { route } from '../../router';
	import { lookUp } from '../../ui/opened.svelte';
	import { byItself, soon } from '../../ui/fetch-soon';
	import { attempt } from '../../ui/report';
	import { CopyState } from './copy.svelte';
	import CopyPage from './CopyPage.svelte';
	import { NotebookState } from './notebook.svelte';
	import Shelf from './Shelf.svelte';

	const params = $derived(route.params as { notebook: string; copy?: string; shown?: string });
	const id = $derived(params.copy ? Number(params.copy) : null);
	const shown = $derived(params.shown ? Number(params.shown) : null);
	const open = $derived(id !== null || shown !== null);
	const copy = $derived(id ? new CopyState(id, () => void attempt(() => notebook.load())) : null);
	// svelte-ignore state_referenced_locally
	const notebook: NotebookState = new NotebookState(Number(params.notebook), () => copy?.refresh());

	// Opening a page is seeing it: the list must know.
	$effect(() => {
		if (!copy?.open) return;
		// By then another page may be open, or none.
		const { id } = copy;
		untrack(() => void attempt(() => notebook.load()).then(() => keepAround(id)));
	});

	const keepAround = (id: number) => soon(async () => (await import('./later')).keepSection(notebook, id));

	onMount(() => {
		void lookUp(() => notebook.load());
		notebook.listen();
		fetchEditorSoon();
		return () => notebook.stop();
	});
</script>

<svelte:head
	><title
		>{[copy?.title, notebook.view?.notebook.master_name ?? 'Notebook', 'Red Thread']
			.filter(Boolean)
			.join(' · ')}</title
	></svelte:head
>

<main class="grid h-full grid-cols-1 md:grid-cols-[300px_minmax(0,1fr)] print:block print:h-auto">
	<div class="min-h-0 print:hidden {open ? 'hidden md:block' : ''}">
		<Shelf {notebook} copy={id} {shown} />
	</div>
	<div
		class="relative min-h-0 overflow-y-auto border-line bg-paper md:border-l print:overflow-visible print:border-0 print:bg-white {open
			? ''
			: 'hidden md:block'}"
	>
		{#if open}
			<a
				href="/notebook/{notebook.id}"
				class="inline-flex min-h-11 items-center gap-1.5 px-4 pt-1 font-semibold text-soft md:hidden print:hidden"
				><ArrowLeft size={18} /> My notebook</a
			>
		{/if}
		<!-- A list of one: what is begun on a page ends on that page, wherever one has gone meanwhile. -->
		{#each copy ? [copy] : [] as open (open.id)}<CopyPage copy={open} hand="student" />{/each}
		{#if shown}
			{#await import('./later') then { ReadingPage }}
				{#key shown}<ReadingPage {notebook} id={shown} />{/key}
			{/await}
		{:else if !copy && notebook.view}
			{#await byItself(() => import('./NothingOpen.svelte')) then { default: NothingOpen }}<NothingOpen
					{notebook}
				/>{/await}
		{/if}
	</div>
</main>
