<!-- A page, as soon as what it is shown with is there. -->
<script lang="ts">
	import type { ComponentProps } from 'svelte';
	import { attempt } from '../ui/report';
	import { fetchParts, partsAtHand } from './fetched';
	import type Sheet from './Sheet.svelte';

	let { editor = $bindable(), ...page }: ComponentProps<typeof Sheet> = $props();
	const atHand = partsAtHand()?.Sheet;
	let Shown = $state.raw(atHand);

	if (!atHand) void attempt(async () => (Shown = (await fetchParts()).Sheet));
</script>

{#if Shown}<Shown {...page} bind:editor />{/if}
