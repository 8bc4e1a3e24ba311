<!-- The title of a page that is open for writing. -->
<script lang="ts">
	import type { Writing } from './writing.svelte';

	let { page, onenter }: { page: Writing; onenter: () => void } = $props();
</script>

<h1 class="print:mb-5" aria-label={page.title}>
	<textarea
		class="block field-sizing-content w-full resize-none overflow-hidden bg-transparent font-serif text-[1.625rem] leading-snug font-semibold tracking-tight sm:text-[1.875rem]"
		rows="1"
		maxlength="300"
		aria-label="Title of the page"
		value={page.title}
		oninput={(event) => page.retitle(event.currentTarget.value.replace(/\s*\n\s*/g, ' '))}
		onkeydown={(event) => {
			if (event.key !== 'Enter') return;
			event.preventDefault();
			onenter();
		}}
	></textarea>
</h1>
