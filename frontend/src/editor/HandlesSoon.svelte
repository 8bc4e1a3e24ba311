<!-- The handles of blocks and of tables, once the caret has come to where they are. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import type { Component } from 'svelte';
	import { soon } from '../ui/fetch-soon';
	import { tablingAtHand } from './parts-later';

	type Handles = Component<{ editor: Editor; frame: HTMLElement }>;
	let { editor, frame, fixed }: { editor: Editor; frame: HTMLElement; fixed: boolean } = $props();
	let OfTables = $state.raw(tablingAtHand()?.TableHandles);
	let OfBlocks = $state.raw<Handles>();

	$effect(() => {
		const look = () => (OfTables ??= tablingAtHand()?.TableHandles);
		editor.on('transaction', look);
		return () => void editor.off('transaction', look);
	});
	$effect(() => {
		if (!fixed) soon(async () => (OfBlocks = (await import('./BlockHandle.svelte')).default));
	});
</script>

{#if OfBlocks}<OfBlocks {editor} {frame} />{/if}
{#if OfTables}<OfTables {editor} {frame} />{/if}
