<!-- A page on display: the master's own, as it is now, to be read. -->
<script lang="ts">
	import { NO_FACTS, PageEditor, type PageNode } from '../../editor';
	import Button from '../../ui/Button.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { takeShown } from './begin';
	import { shownPage } from './asked-of';
	import type { NotebookState } from './notebook.svelte';

	let { notebook, id }: { notebook: NotebookState; id: number } = $props();
	let page = $state.raw<PageNode | null>(null);
	const there = $derived(notebook.view === null || notebook.reading.some((one) => one.id === id));
	const section = $derived(notebook.reading.find((one) => one.id === id)?.section);

	const mine = $derived([...notebook.pages, ...notebook.drawer].find((one) => one.page_id === id));
	let taking = $state(false);

	async function take() {
		taking = true;
		const asked = await attempt(async () => {
			await takeShown(notebook, id);
			return true;
		});
		if (!asked) taking = false;
	}

	// The list comes anew whenever something on display was changed, and the page with it.
	$effect(() => {
		if (notebook.reading.some((one) => one.id === id))
			void lookUp(async () => (page = await shownPage(notebook, id)));
	});
</script>

<article class="mx-auto flex min-h-full max-w-[760px] flex-col px-4 pt-6 sm:px-8 md:pt-10">
	{#if !there}
		<h1 role="status" class="py-10 text-lg font-semibold">Your teacher does not show this page any more.</h1>
	{:else if page}
		<header class="pl-[22px] sm:pl-[34px]">
			<h1
				class="mb-1 font-serif text-[1.625rem] leading-tight font-semibold tracking-tight sm:text-[1.875rem]"
			>
				{page.attrs?.title}
			</h1>
			<p class="mb-5 flex flex-wrap items-center gap-x-3 text-[0.8125rem] text-soft">
				<span class="grow">{section} · to read; your teacher keeps it up to date</span>
				{#if mine}
					<a class="thumb font-semibold underline" href="/notebook/{notebook.id}/page/{mine.id}"
						>It is in your notebook</a
					>
				{:else}
					<Button disabled={taking} onclick={() => void take()}
						>{taking ? 'It is on its way …' : 'Take a copy to write on'}</Button
					>
				{/if}
			</p>
		</header>
		<PageEditor
			{page}
			surroundings={{
				hand: 'reader',
				onlySpaces: false,
				addFile: async () => null,
				teacherName: 'the teacher'
			}}
			facts={NO_FACTS}
			label="The page {page.attrs?.title}"
		/>
	{/if}
</article>
