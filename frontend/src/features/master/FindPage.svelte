<!-- Where a page is looked for by its name or its words; by key into what was found. -->
<script lang="ts">
	import type { MasterState } from './master.svelte';

	/** `onfound`: into the rows; `opens`: and open the first. */
	let { master, onfound }: { master: MasterState; onfound: (opens: boolean) => void } = $props();
	let input: HTMLInputElement;

	export const focus = () => input.focus();

	function keys(event: KeyboardEvent) {
		if (event.key === 'Escape') master.sought = '';
		else if (event.key === 'ArrowDown' || event.key === 'Enter') onfound(event.key === 'Enter');
		else return;
		event.preventDefault();
	}
</script>

<div class="mr-3.5 mb-2 flex items-center gap-2 rounded-md border border-line bg-paper px-2.5">
	<input
		bind:this={input}
		bind:value={master.sought}
		class="min-w-0 grow bg-transparent py-1.5 outline-offset-4"
		placeholder="Find a page"
		aria-label="Find a page"
		onkeydown={keys}
	/>
	<kbd class="rounded border border-line px-1.5 text-[0.6875rem] text-soft max-sm:hidden">/</kbd>
</div>
