<!-- The notebook's list: first what is new, then everything in its place. -->
<script lang="ts">
	import { byItself } from '../../ui/fetch-soon';
	import type { Component } from 'svelte';
	import Sign from '../../thread/Sign.svelte';
	import { attempt } from '../../ui/report';
	import { Me } from '../people';
	import NewPage from './NewPage.svelte';
	import { dayOrToday } from './lines';
	import type { NotebookState, PageLine } from './notebook.svelte';
	import ShelfLine from './ShelfLine.svelte';
	import ToRead from './ToRead.svelte';

	interface Props {
		notebook: NotebookState;
		/** Which page is open: one of the notebook, or one on display. */
		copy: number | null;
		shown: number | null;
	}
	let { notebook, copy, shown }: Props = $props();
	/** What stands in place of the list: only who arranges, or seeks, waits for what that takes. */
	let Instead = $state.raw<Component<{ notebook: NotebookState; ondone: () => void }> | null>(null);
	const put = (name: 'ArrangeList' | 'FindList') =>
		attempt(async () => (Instead = (await import('./later'))[name]));
	const ASIDE = 'min-h-11 px-2 text-[0.8125rem] text-soft hover:text-ink md:min-h-7';
	const dayOf = (page?: PageLine) => page?.came_at && dayOrToday(page.came_at);
	const about = $derived(notebook.view?.notebook);
	const first = $derived(about?.person_name.split(' ')[0]);
</script>

<nav class="flex h-full min-h-0 flex-col overflow-y-auto px-4 pt-4 pb-6" aria-label="Notebook">
	<div class="flex items-center gap-2">
		<Sign name="needle" class="h-6 w-5" />
		<svelte:element
			this={copy || shown ? 'p' : 'h1'}
			class="min-w-0 grow truncate font-serif text-[1.0625rem] font-semibold tracking-tight"
			>{first ? `${first}’s ${about?.master_name}` : ''}</svelte:element
		>
		<Me />
	</div>
	<p class="mb-4 pl-7 text-soft">{about?.class_name ?? ''}</p>
	{#if notebook.news.length}
		<h2 class="mb-1 font-semibold">New</h2>
		<ul class="mb-4">
			{#each notebook.news as page, k (page.id)}
				{@const came = dayOf(page)}
				{#if came && came !== dayOf(notebook.news[k - 1])}
					<li class="pl-[38px] text-xs text-soft">{came}</li>
				{/if}
				<ShelfLine {notebook} {page} here={page.id === copy} news />
			{/each}
		</ul>
	{/if}
	{#if notebook.reading.length}
		<ToRead {notebook} {shown} />
	{/if}
	<div class="mb-1 flex items-baseline gap-2">
		<h2 class="grow font-semibold">My notebook</h2>
		{#if notebook.pages.length && !Instead}
			<button type="button" class={ASIDE} onclick={() => void put('FindList')}>Find</button>
			<button type="button" class={ASIDE} onclick={() => void put('ArrangeList')}>Arrange</button>
		{/if}
	</div>
	{#if notebook.view && notebook.pages.length === 0}
		<p class="py-3 text-soft">
			Nothing here yet. When your teacher gives out a page, it comes by itself; you need not load anything
			again.
		</p>
	{/if}
	{#if Instead}
		<Instead {notebook} ondone={() => (Instead = null)} />
	{/if}
	{#each Instead ? [] : notebook.lines as one (one.key)}
		{#if one.kind === 'divider'}
			<p class="pt-2 text-[0.7812rem] font-semibold text-soft" style:padding-left="{30 + 10 * one.depth}px">
				{one.name}
			</p>
		{:else}
			<h3 class="flex min-h-[31px] items-center pl-[30px] font-semibold">
				{one.name}{#if one.section.course}<span class="pl-2 text-xs font-normal text-soft"
						>{one.section.course}</span
					>{/if}
			</h3>
			<ul>
				{#each one.section.pages.filter((page) => !page.put_away) as page (page.id)}<ShelfLine
						{notebook}
						{page}
						here={page.id === copy}
					/>{/each}
			</ul>
		{/if}
	{/each}
	{#if notebook.view && !Instead && notebook.mayBegin()}<NewPage {notebook} open={copy} />{/if}
	{#if notebook.drawer.length && !Instead}
		<h2 class="mt-5 mb-1 font-semibold">My drawer</h2>
		<ul>
			{#each notebook.drawer as page (page.id)}<ShelfLine {notebook} {page} here={page.id === copy} />{/each}
		</ul>
	{/if}
	{#await byItself(() => import('./ShelfFoot.svelte')) then { default: ShelfFoot }}<ShelfFoot
			{notebook}
		/>{/await}
</nav>
