<!-- Where the column with the caret ends: it is drawn wider or narrower there, by pointer, thumb or arrow keys. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import { STEP, columnAt, withWidth } from './table-widths';
	import type { Edge } from './table-places';

	let { editor, edge }: { editor: Editor; edge: Edge } = $props();
	/** How far it has been drawn, in pixels. */
	let drawn = $state(0);
	let from: number | null = null;

	function begin(event: PointerEvent) {
		// The caret stays in its column.
		event.preventDefault();
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		from = event.clientX;
	}
	function move(event: PointerEvent) {
		if (from !== null) drawn = event.clientX - from;
	}
	function end() {
		if (drawn) widen(drawn);
		cancel();
	}
	function cancel() {
		from = null;
		drawn = 0;
	}
	function widen(by: number) {
		const { state, view } = editor;
		view.dispatch(withWidth(state, columnAt(state).index, edge.wide + by));
	}
	function keys(event: KeyboardEvent) {
		const by = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key];
		if (!by) return;
		event.preventDefault();
		widen(by);
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	role="separator"
	aria-orientation="vertical"
	aria-label="Where this column ends"
	aria-valuenow={Math.round(edge.wide)}
	tabindex="0"
	class="no-print group absolute z-10 w-4 -translate-x-1/2 cursor-col-resize touch-none outline-none"
	style:left="{edge.left + drawn}px"
	style:top="{edge.top}px"
	style:height="{edge.height}px"
	onpointerdown={begin}
	onpointermove={move}
	onpointerup={end}
	onpointercancel={cancel}
	onkeydown={keys}
>
	<span
		class="mx-auto block h-full w-0.5 group-hover:bg-accent group-focus-visible:bg-accent {drawn
			? 'bg-accent'
			: ''}"
	></span>
</div>
