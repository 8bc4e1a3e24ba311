<!-- A student's notebook as its teacher looks through it: every page in its place, the student's own among them. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { route } from '../../router';
	import Sign from '../../thread/Sign.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { count } from '../../ui/words';
	import { Frame } from '../people';
	import TakeHome from './TakeHome.svelte';
	import { NotebookState, progressOf, type PageLine } from './notebook.svelte';

	const params = route.params as { master: string; notebook: string };
	const master = Number(params.master);
	const notebook = new NotebookState(Number(params.notebook), () => {});
	const about = $derived(notebook.view?.notebook);
	const own = $derived(notebook.pages.filter((page) => page.tie !== 'tied').length);

	let taking = $state(false);

	onMount(() => {
		void lookUp(() => notebook.load());
		notebook.listen();
		return () => notebook.stop();
	});

	/** How far a page is, as its teacher asks. */
	function stateOf(page: PageLine): string {
		if (page.tie === 'own') return 'their own';
		if (page.tie === 'cut') return 'their own, cut loose';
		return page.news === 'new' ? 'not opened' : progressOf(page) || (page.written ? 'written on' : 'opened');
	}
</script>

{#snippet line(page: PageLine)}
	<li>
		<a
			href="/master/{master}/look/{page.id}"
			class="relative flex min-h-9 items-center gap-3 rounded-md pr-2 hover:bg-accent-wash {page.tucked
				? 'pl-12'
				: 'pl-8'}"
		>
			{#if page.tie === 'cut' || page.knots}
				<Sign name={page.knots ? 'knot' : 'frayed'} class="absolute left-1 h-6 w-6" />
			{/if}
			<span class="min-w-0 grow truncate">{page.title || 'Untitled'}</span>
			<span class="shrink-0 text-[0.8125rem] text-soft">{stateOf(page)}</span>
		</a>
	</li>
{/snippet}

<Frame {master} here="classes" title={about ? `${about.person_name}’s notebook` : 'A notebook'}>
	{#if about}
		<div class="mx-auto max-w-2xl px-5 py-8 sm:py-10">
			<h1 class="font-serif text-2xl font-semibold">{about.person_name}’s notebook</h1>
			<p class="mb-5 text-soft">
				{about.class_name} · {count(notebook.pages.length, 'page')}{own ? `, ${own} of their own` : ''}
			</p>
			{#if notebook.pages.length}
				<p class="mb-4">
					<button type="button" class="thumb text-accent underline" onclick={() => (taking = true)}
						>Take it as a file</button
					>
				</p>
				<TakeHome id={notebook.id} bind:open={taking} />
			{:else}
				<p class="py-3 text-soft">Nothing is in it yet. What you push comes here.</p>
			{/if}
			{#each notebook.lines as one (one.key)}
				{#if one.kind === 'divider'}
					<p class="pt-3 text-[0.8125rem] font-semibold text-soft" style:padding-left="{10 * one.depth}px">
						{one.name}
					</p>
				{:else}
					<h2 class="pt-2 font-semibold">
						{one.name}
						{#if one.section.own}<span class="text-[0.8125rem] font-normal text-soft"
								>· their own section</span
							>{/if}
					</h2>
					<ul>
						{#each one.section.pages.filter((page) => !page.put_away) as page (page.id)}{@render line(
								page
							)}{/each}
					</ul>
				{/if}
			{/each}
			{#if notebook.drawer.length}
				<h2 class="pt-5 font-semibold">In the drawer</h2>
				<ul>
					{#each notebook.drawer as page (page.id)}{@render line(page)}{/each}
				</ul>
			{/if}
		</div>
	{/if}
</Frame>
