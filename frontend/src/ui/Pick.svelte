<!-- A part of a sentence that is a choice: the words themselves open it; what they open is fetched for the first that is. -->
<script lang="ts">
	import { onMount, type Component } from 'svelte';
	import { soon } from './fetch-soon';
	import type { PickProps } from './pick';
	import PickWords from './PickWords.svelte';
	import { attempt } from './report';

	let props: PickProps = $props();
	let Panel = $state.raw<Component<PickProps> | null>(null);

	const fetched = () => import('./PickPanel.svelte');
	const open = () => attempt(async () => (Panel = (await fetched()).default));

	onMount(() => soon(fetched));
</script>

{#if Panel}
	<Panel {...props} />
{:else}
	<button
		type="button"
		aria-label="{props.label}: {props.words}"
		aria-haspopup="dialog"
		aria-expanded="false"
		class="cursor-pointer text-left"
		onclick={open}><PickWords {...props} /></button
	>
{/if}
