<!-- The outline's side of the screen: the course, the places, the tree. -->
<script lang="ts">
	import { onMount, type Component } from 'svelte';
	import Sign from '../../thread/Sign.svelte';
	import { soon } from '../../ui/fetch-soon';
	import { attempt } from '../../ui/report';
	import { Me, Places } from '../people';
	import FindPage from './FindPage.svelte';
	import type { MasterState } from './master.svelte';
	import Outline from './Outline.svelte';
	import type { Asks } from './asks';
	import { printedRow } from './print';
	import SideFoot from './SideFoot.svelte';

	interface Props {
		master: MasterState;
		page: number | null;
		/** On a phone the outline is a view of its own, with its own heading. */
		alone: boolean;
		asks: Asks;
	}
	let { master, page, alone, asks = $bindable() }: Props = $props();
	const NAME = 'min-w-0 grow truncate font-serif text-[1.0625rem] font-semibold tracking-tight';
	let Dialogs = $state.raw<Component<{ master: MasterState; asks: Asks }, object, 'asks'> | null>(null);
	let find: FindPage;
	let outline: Outline;

	const section = $derived(
		master.rows.find((row) => row.kind === 'page' && row.id === page)?.holder ??
			master.rows.findLast((row) => row.kind === 'section')?.id ??
			null
	);

	const fetched = async () => (Dialogs = (await import('./SideDialogs.svelte')).default);
	onMount(() => soon(fetched));
	$effect(() => {
		if (!Dialogs && Object.values(asks).some(Boolean)) void attempt(fetched);
	});

	function keys(event: KeyboardEvent) {
		const target = event.target as HTMLElement;
		if (target.closest('input, textarea, select, [contenteditable=true]')) return;
		if (event.key === '/') find.focus();
		else if (event.key === '?') asks.keys = true;
		else if ((event.ctrlKey || event.metaKey) && event.key === 'z' && master.undo()) void 0;
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={keys} />

<aside class="flex h-full min-h-0 flex-col pt-4 pb-3 pl-4.5" aria-label="Master">
	<div class="flex items-center gap-2 pr-3.5">
		<Sign name="needle" class="h-6 w-5" />
		<p class="{NAME} {alone ? 'max-md:hidden' : ''}">{master.view?.name}</p>
		{#if alone}<h1 class="{NAME} md:hidden">{master.view?.name}</h1>{/if}
		<Me />
	</div>
	<div class="mt-3 mb-3"><Places master={master.id} here="master" /></div>
	<FindPage bind:this={find} {master} onfound={(opens) => void outline.begin(opens)} />
	<div class="min-h-0 grow overflow-y-auto pr-3.5 pb-4">
		{#if master.view && master.rows.length === 0}
			<p class="py-6 pl-4 text-soft">
				This master is empty. Make a section first; pages go into it. Or bring in what you have: documents,
				PDFs, web pages, Markdown.
			</p>
		{:else if master.shown.length === 0 && master.sought}
			<p class="pt-6 pb-2 pl-4 text-soft">No page is called that.</p>
		{/if}
		<Outline
			onmany={(row) => (asks.like = row)}
			onprint={(row) => (asks.printed = printedRow(row))}
			bind:this={outline}
			{master}
			{page}
			onadd={(kind, holder, parent) => (asks.made = { kind, holder, parent })}
		/>
		{#if master.sought}{#await import('./InWords.svelte') then { default: InWords }}<InWords
					{master}
				/>{/await}{/if}
	</div>
	<SideFoot
		{master}
		{section}
		onadd={(kind, holder) => (asks.made = { kind, holder, parent: null })}
		onprint={() => (asks.printed = { name: master.view?.name ?? '', said: '' })}
		onbring={() => (asks.bringing = true)}
		onrest={() => (asks.resting = true)}
		onkeys={() => (asks.keys = true)}
	/>
</aside>

{#if Dialogs}<Dialogs {master} bind:asks />{/if}
