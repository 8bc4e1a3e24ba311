<!-- What stands beside chosen words, blocks and tables: no part of what a page waits for. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import type { Component } from 'svelte';
	import { soon } from '../ui/fetch-soon';
	import { listen } from './listen';
	import { tablingAtHand } from './parts-later';

	type Handles = Component<{ editor: Editor; frame: HTMLElement; fixed: boolean }>;
	let { editor, frame, fixed }: { editor: Editor; frame: HTMLElement; fixed: boolean } = $props();
	let OfTables = $state.raw(tablingAtHand()?.TableHandles);
	let OfBlocks = $state.raw<Component<{ editor: Editor; frame: HTMLElement }>>();
	let OfWords = $state.raw<Handles>();

	$effect(() => {
		const look = () => (OfTables ??= tablingAtHand()?.TableHandles);
		return listen(editor, ['transaction'], look);
	});
	$effect(() => {
		soon(async () => (OfWords = (await import('./SelectionBar.svelte')).default));
		if (!fixed) soon(async () => (OfBlocks = (await import('./BlockHandle.svelte')).default));
	});
</script>

{#if OfWords}<OfWords {editor} {frame} {fixed} />{/if}
{#if OfBlocks}<OfBlocks {editor} {frame} />{/if}
{#if OfTables}<OfTables {editor} {frame} />{/if}
