<!-- What can be done on a page that is shown: with it came what that is made with. -->
<script lang="ts">
	import type { ComponentProps } from 'svelte';
	import { partsAtHand } from './fetched';
	import type ToolRow from './ToolRow.svelte';

	const props: ComponentProps<typeof ToolRow> = $props();
	const Row = partsAtHand()?.ToolRow;
</script>

{#if Row}<Row {...props} />{/if}
