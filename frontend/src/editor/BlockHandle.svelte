<!-- Beside the block with the caret, or under the pointer: a grip by which it is drawn to another place. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import GripVertical from '@lucide/svelte/icons/grip-vertical';
	import { untrack } from 'svelte';
	import { gripPlace } from './grip-place';
	import { DraggingBlock } from './dragging-block.svelte';
	import { listen } from './listen';
	import { foundAgain, movableAt, movedBy, type Movable } from './move-block';

	let { editor, frame }: { editor: Editor; frame: HTMLElement } = $props();
	const dragging = untrack(() => new DraggingBlock(editor, frame));
	let moved = $state.raw<Movable | null>(null);
	let place = $state.raw<{ left: number; top: number } | null>(null);

	/** While one types, the block stays where it is: to ask where that is lays the whole page out. */
	function follow(next: Movable | null) {
		if (place && next?.at === moved?.at && editor.isEditable) moved = next;
		else show(next);
	}

	function show(next: Movable | null) {
		const dom = next && editor.isEditable ? editor.view.nodeDOM(next.at) : null;
		moved = dom instanceof HTMLElement ? next : null;
		place = dom instanceof HTMLElement ? gripPlace(dom, frame) : null;
	}

	$effect(() => {
		const caret = () => (editor.isFocused ? movableAt(editor.state.selection.$from) : null);
		const atCaret = () => follow(caret());
		const anew = () => show(caret());
		const under = (event: PointerEvent) => {
			if (event.pointerType !== 'mouse' || dragging.line !== null || !(event.target instanceof Element))
				return;
			const block = event.target.closest('.page-body li, .page-body > *');
			if (block) follow(movableAt(editor.state.doc.resolve(inside(block))));
		};
		const inside = (block: Element) =>
			Math.min(editor.view.posAtDOM(block, 0), editor.state.doc.content.size);
		untrack(atCaret);
		const end = listen(editor, ['transaction', 'focus'], atCaret);
		frame.addEventListener('pointermove', under);
		frame.addEventListener('pointerleave', anew);
		window.addEventListener('resize', anew);
		return () => {
			dragging.cancel();
			end();
			frame.removeEventListener('pointermove', under);
			frame.removeEventListener('pointerleave', anew);
			window.removeEventListener('resize', anew);
		};
	});

	function begin(event: PointerEvent) {
		if (!moved || event.button !== 0) return;
		// The caret stays where it is, and so does the board of a phone.
		event.preventDefault();
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		dragging.begin(event.clientY, moved);
	}
	function keys(event: KeyboardEvent) {
		const by = ({ ArrowUp: -1, ArrowDown: 1 } as const)[event.key];
		if (!by || !moved) return;
		event.preventDefault();
		const now = foundAgain(editor.state, moved);
		const tr = now && movedBy(editor.state, now, by);
		if (!tr) return;
		editor.view.dispatch(tr);
		show(foundAgain(editor.state, now));
	}
</script>

{#if place}
	<button
		type="button"
		aria-label="Move this block: drag it, or press ↑ or ↓"
		class="no-print absolute z-10 grid h-6 w-3.5 -translate-x-1/2 -translate-y-1/2 cursor-grab touch-none place-items-center rounded text-soft/70 after:absolute after:-inset-y-2 after:right-0 after:-left-4 after:content-[''] hover:text-ink {dragging.line !==
		null
			? 'cursor-grabbing text-ink'
			: ''}"
		style:left="{place.left}px"
		style:top="{place.top}px"
		onpointerdown={begin}
		onpointermove={(event) => dragging.move(event.clientY)}
		onpointerup={() => dragging.end()}
		onpointercancel={() => dragging.cancel()}
		onkeydown={keys}><GripVertical size={14} /></button
	>
{/if}
{#if dragging.line !== null}
	<div
		class="pointer-events-none absolute inset-x-0 z-10 ml-(--margin,22px) h-0.5 -translate-y-1/2 rounded bg-accent"
		style:top="{dragging.line}px"
	></div>
{/if}
