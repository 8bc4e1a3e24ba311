<!-- The handles of tables, once the caret has come into one. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import { tablingAtHand } from './parts-later';

	let { editor, frame }: { editor: Editor; frame: HTMLElement } = $props();
	let Handles = $state.raw(tablingAtHand()?.TableHandles);

	$effect(() => {
		const look = () => (Handles ??= tablingAtHand()?.TableHandles);
		editor.on('transaction', look);
		return () => void editor.off('transaction', look);
	});
</script>

{#if Handles}<Handles {editor} {frame} />{/if}
