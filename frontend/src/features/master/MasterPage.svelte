<!-- A master page: the page in the middle, its own thread beside it. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import { onMount } from 'svelte';
	import { PageEditor, spaceAsks, Tools, type Surroundings } from '../../editor';
	import NotSaved from '../../writing/NotSaved.svelte';
	import { beginsWriting } from '../../ui/begin-writing';
	import Title from '../../writing/Title.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { whileOpen } from '../../writing/writing.svelte';
	import type { MasterState } from './master.svelte';
	import { MasterPageState } from './page.svelte';
	import PushIt from './PushIt.svelte';
	import PageSettings from './PageSettings.svelte';
	import PageThread from './PageThread.svelte';

	let { master, id }: { master: MasterState; id: number } = $props();
	// The view is made anew for every page (keyed by its id), so what is read here once stays true.
	// svelte-ignore state_referenced_locally
	const page = new MasterPageState(id, () => void master.load());
	const begins = beginsWriting(page.place);
	let editor = $state.raw<Editor>();

	const surroundings: Surroundings = {
		// svelte-ignore state_referenced_locally
		...(master.reads ? { hand: 'reader' } : { hand: 'teacher', asks: spaceAsks }),
		onlySpaces: false,
		addFile: async (file, frame) => (await attempt(() => page.addFile(file, frame, master.id))) ?? null,
		coming: page.coming,
		teacherName: 'the teacher'
	};
	const saying = $derived(
		{
			saved: 'saved',
			saving: 'saving …',
			waiting: '…',
			kept: 'not saved yet; trying again',
			'signed-out': 'not saved',
			refused: 'not saved'
		}[page.state]
	);

	onMount(() => {
		void lookUp(() => page.load());
		page.listen();
		const left = whileOpen(page);
		return () => {
			page.stop();
			left();
		};
	});
</script>

<svelte:head><title>{page.title || 'Page'} · Red Thread</title></svelte:head>

{#if page.page}
	<div class="grid min-h-full grid-cols-1 lg:grid-cols-[minmax(0,1fr)_272px] print:block">
		<div class="flex min-w-0 flex-col px-4 pt-10 sm:pr-8 sm:pl-10">
			<div class="pl-[22px] sm:pl-[34px]">
				{#if master.reads}
					<h1 class="mb-4 font-serif text-[1.875rem] leading-tight font-semibold tracking-tight">
						{page.title}
					</h1>
				{:else}
					<Title {page} onenter={() => editor?.commands.focus('start')} />
					<PageSettings {master} {page} {saying} />
				{/if}
				<NotSaved {page} />
				<!-- Where the thread stands under the page, the next step stands here. -->
				<p class="mb-5 lg:hidden print:hidden"><PushIt {page} {master} /></p>
			</div>
			<div class="grow">
				<PageEditor
					page={page.page}
					{surroundings}
					facts={page.facts}
					label="The page"
					{begins}
					bind:editor
					onchange={(content) => !master.reads && page.type(content)}
				/>
			</div>
			{#if editor && !master.reads}<Tools {editor} {surroundings} />{/if}
		</div>
		<div class="border-t border-line px-4 pt-10 pb-8 lg:border-t-0 lg:border-l lg:px-3.5 print:hidden">
			<div class="lg:sticky lg:top-10"><PageThread {page} {master} /></div>
		</div>
	</div>
{/if}
