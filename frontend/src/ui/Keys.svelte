<!-- All keys, on one sheet. -->
<script lang="ts">
	import Dialog from './Dialog.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const KEYS = [
		['↑ ↓', 'through the outline'],
		['Enter', 'open the page'],
		['X', 'choose a page, or all of a section, to push several'],
		['Shift and click', 'choose all up to there'],
		['← →', 'fold a section or a divider, and unfold it'],
		['Alt ↑ ↓', 'move it up or down; a block on a page, too'],
		['F2', 'rename it'],
		['M', 'all that can be done with it'],
		['Delete', 'take it out; it rests for thirty days'],
		['Ctrl Z', 'undo, step by step'],
		['/', 'find a page'],
		['Ctrl A', 'select the answer, then the page'],
		['Ctrl Enter', 'push, where the plan is shown'],
		['?', 'this sheet']
	];
</script>

<Dialog bind:open title="Keys">
	<dl class="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
		{#each KEYS as [key, does] (key)}
			<dt><kbd class="rounded border border-line-strong px-1.5 py-0.5 text-[0.8125rem]">{key}</kbd></dt>
			<dd>{does}</dd>
		{/each}
	</dl>
</Dialog>
