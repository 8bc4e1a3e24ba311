<!-- A menu that is a plain button until somebody wants it: an outline has a thousand, and a phone waits for none. -->
<script lang="ts">
	import type { Component } from 'svelte';
	import type { MenuProps } from './menu';
	import { attempt } from './report';

	let props: MenuProps = $props();
	let List = $state.raw<Component<MenuProps> | null>(null);

	const fetched = () => import('./MenuList.svelte');
	const open = () => attempt(async () => (List = (await fetched()).default));
	/** On the way to it, it is fetched; whether that comes about is seen when it is pressed. */
	const near = () => void (navigator.onLine && fetched().catch(() => {}));

	function keys(event: KeyboardEvent) {
		if (!['Enter', ' ', 'ArrowDown'].includes(event.key)) return;
		event.preventDefault();
		void open();
	}
</script>

{#if List}
	<List {...props} />
{:else}
	<button
		type="button"
		aria-label={props.label}
		aria-haspopup="menu"
		aria-expanded="false"
		class={props.class}
		tabindex={props.tabindex}
		onclick={open}
		onkeydown={keys}
		onpointerenter={near}
		onfocus={near}>{@render props.children()}</button
	>
{/if}
