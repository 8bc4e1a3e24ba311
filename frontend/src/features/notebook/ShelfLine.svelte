<!-- One page in the notebook's list: its sign, its name, how far it is. -->
<script lang="ts">
	import Sign from '../../thread/Sign.svelte';
	import { progressOf, type NotebookState, type PageLine } from './notebook.svelte';

	interface Props {
		notebook: NotebookState;
		page: PageLine;
		/** It is the one that is open. */
		here: boolean;
		/** Among what is new. */
		news?: boolean;
	}
	let { notebook, page, here, news = false }: Props = $props();
	/** A second page of one and the same master page. */
	const twin = $derived(
		page.page_id && notebook.pages.find((one) => one.page_id === page.page_id)?.id !== page.id
	);
</script>

<li class="relative">
	{#if news}
		<Sign
			name={page.news === 'new' ? 'needle' : 'stitch'}
			class="absolute top-1/2 left-[6px] h-6 w-6 -translate-y-1/2"
		/>
	{:else if page.tie === 'cut'}
		<Sign name="frayed" class="absolute top-1/2 left-[14px] h-6 w-6 -translate-y-1/2" />
	{:else if page.knots}
		<Sign name="knot" class="absolute top-1/2 left-[14px] h-6 w-6 -translate-y-1/2" />
	{/if}
	<a
		href="/notebook/{notebook.id}/page/{page.id}"
		aria-current={here ? 'page' : undefined}
		class="flex min-h-11 items-center gap-2 rounded-md pr-2 md:min-h-[31px] {news
			? 'pl-[38px]'
			: page.tucked
				? 'pl-[58px]'
				: 'pl-[44px]'} {here ? 'bg-raised shadow-[0_0_0_1px_var(--line)]' : 'hover:bg-raised/60'}"
	>
		<span class="min-w-0 grow truncate {page.tucked && !news ? 'text-soft' : ''}"
			>{page.title}{twin ? ' (again)' : ''}</span
		>
		<span class="shrink-0 text-xs text-soft">
			{news ? (page.news === 'new' ? 'new page' : 'something new') : progressOf(page)}
		</span>
	</a>
</li>
