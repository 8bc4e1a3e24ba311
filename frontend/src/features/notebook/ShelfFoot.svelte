<!-- At the foot of the list: what waits for the network, and the way home with all of it. -->
<script lang="ts">
	import type { NotebookState } from './notebook.svelte';
	import TakeHome from './TakeHome.svelte';
	import WhatWaits from './WhatWaits.svelte';

	let { notebook }: { notebook: NotebookState } = $props();
	let open = $state(false);
</script>

<WhatWaits />
{#if notebook.pages.length}
	<p class="mt-4">
		<button
			type="button"
			class="min-h-11 text-[0.8125rem] text-soft hover:text-ink"
			onclick={() => (open = true)}>Take the whole notebook home</button
		>
	</p>
	<TakeHome id={notebook.id} bind:open />
{/if}
