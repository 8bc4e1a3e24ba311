<!-- What is on display in the master, to be read there. -->
<script lang="ts">
	import Sign from '../../thread/Sign.svelte';
	import type { NotebookState } from './notebook.svelte';

	/** `shown`: the page of these that is open. */
	let { notebook, shown }: { notebook: NotebookState; shown: number | null } = $props();
</script>

<h2 class="mb-1 font-semibold">To read</h2>
<ul class="mb-4">
	{#each notebook.reading as page (page.id)}
		<li class="relative">
			<Sign
				name="display"
				color="soft"
				class="absolute top-1/2 left-[9px] h-[18px] w-[18px] -translate-y-1/2"
			/>
			<a
				href="/notebook/{notebook.id}/read/{page.id}"
				aria-current={page.id === shown ? 'page' : undefined}
				class="flex min-h-11 items-center rounded-md pr-2 pl-[38px] md:min-h-[31px] {page.id === shown
					? 'bg-raised shadow-[0_0_0_1px_var(--line)]'
					: 'hover:bg-raised/60'}"
			>
				<span class="min-w-0 grow truncate">{page.title}</span>
				<span class="shrink-0 text-xs text-soft">{page.section}</span>
			</a>
		</li>
	{/each}
</ul>
