<!-- Beside the list while no page is open: what to do next. -->
<script lang="ts">
	import type { NotebookState } from './notebook.svelte';

	let { notebook }: { notebook: NotebookState } = $props();
</script>

<div class="mx-auto max-w-md px-8 py-24">
	{#if notebook.news.length}
		<h2 class="mb-3 font-serif text-2xl font-semibold">Something new is here</h2>
		<p class="mb-4 text-soft">It stands at the top of the list.</p>
		<a
			class="inline-block rounded-md bg-accent px-4 py-2 font-semibold text-accent-ink"
			href="/notebook/{notebook.id}/page/{notebook.news[0]!.id}">Open “{notebook.news[0]!.title}”</a
		>
	{:else}
		<h2 class="mb-3 font-serif text-2xl font-semibold">Nothing new</h2>
		<p class="text-soft">Choose a page at the left and write on.</p>
	{/if}
</div>
