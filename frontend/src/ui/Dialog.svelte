<!-- A dialog; what it is made with is fetched when one is opened for the first time. -->
<script lang="ts">
	import type { Component, ComponentProps } from 'svelte';
	import type DialogFrame from './DialogFrame.svelte';
	import { attempt } from './report';

	type Props = ComponentProps<typeof DialogFrame>;
	let { open = $bindable(), title, children }: Props = $props();
	let Frame = $state.raw<Component<Props, object, 'open'> | null>(null);

	$effect(() => {
		if (open && !Frame) void attempt(fetched);
	});

	async function fetched() {
		Frame = (await import('./DialogFrame.svelte')).default;
	}
</script>

{#if Frame}<Frame bind:open {title} {children} />{/if}
