<!-- At the words that are chosen with a mouse: what can be done with them. On a phone the tools at the foot do it. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import { TextSelection } from '@tiptap/pm/state';
	import AlignCenter from '@lucide/svelte/icons/text-align-center';
	import AlignLeft from '@lucide/svelte/icons/text-align-start';
	import AlignRight from '@lucide/svelte/icons/text-align-end';
	import LinkSign from '@lucide/svelte/icons/link';
	import { aligned } from './align';
	import LinkRow from './LinkRow.svelte';
	import { listen } from './listen';
	import { wordMarks } from './marks';

	interface Props {
		editor: Editor;
		frame: HTMLElement;
		/** Nothing can be changed but what stands in places to answer. */
		fixed: boolean;
	}
	let { editor, frame, fixed }: Props = $props();
	let place = $state.raw<{ left: number; top: number } | null>(null);
	let linking = $state(false);
	let stamp = $state(0);
	/** A pointer is still choosing. */
	let choosing = false;

	/** How wide the bar is at most and how far over the words it ends, in pixels. */
	const WIDE = 262;
	const OVER = 6;
	const BY_MOUSE = matchMedia('(pointer: fine)').matches;
	const ALIGNS = [AlignLeft, AlignCenter, AlignRight];

	function look() {
		if (editor.isDestroyed) return;
		stamp += 1;
		const { selection } = editor.state;
		const open = !editor.isActive('codeBlock') && (!fixed || editor.isActive('space'));
		const words = selection instanceof TextSelection && !selection.empty && open;
		const here = frame.contains(document.activeElement);
		place = words && here && editor.isEditable && !choosing ? placeAt(selection.from, selection.to) : null;
		linking &&= place !== null;
	}

	function placeAt(from: number, to: number) {
		const [start, end] = [editor.view.coordsAtPos(from), editor.view.coordsAtPos(to, -1)];
		const box = frame.getBoundingClientRect();
		const middle = start.top === end.top ? (start.left + end.left) / 2 : start.left + WIDE / 2;
		const left = Math.max(0, Math.min(middle - box.left - WIDE / 2, box.width - WIDE));
		return { left, top: start.top - box.top - OVER };
	}

	$effect(() => {
		if (!BY_MOUSE) return;
		const down = (event: Event) => {
			if ((event.target as Element).closest('[role=toolbar]')) return;
			choosing = true;
			look();
		};
		// What a press has chosen, and where the focus goes, is told a moment later.
		const soon = () => void setTimeout(look);
		const up = () => {
			choosing = false;
			soon();
		};
		const end = listen(editor, ['transaction', 'blur'], soon);
		frame.addEventListener('pointerdown', down);
		window.addEventListener('pointerup', up);
		return () => {
			end();
			frame.removeEventListener('pointerdown', down);
			window.removeEventListener('pointerup', up);
		};
	});

	const tools = $derived([
		...wordMarks(editor).map((one) => ({ ...one, on: (void stamp, editor.isActive(one.name)) })),
		{ words: 'Link', icon: LinkSign, run: () => (linking = true), on: (void stamp, editor.isActive('link')) },
		...aligned(editor).map((one, k) => ({ ...one, icon: ALIGNS[k]!, on: false }))
	]);
</script>

{#if place}
	<div
		role="toolbar"
		aria-label="Chosen words"
		class="no-print absolute z-20 flex w-max max-w-[min(28rem,100%)] -translate-y-full rounded-md border border-line bg-raised p-0.5 shadow-md"
		style:left="{place.left}px"
		style:top="{place.top}px"
	>
		{#if linking}
			<div class="[&>form]:border-0 [&>form]:p-1"><LinkRow {editor} onclose={() => (linking = false)} /></div>
		{:else}
			{#each tools as { words, icon: Icon, run, on } (words)}
				<button
					type="button"
					title={words}
					aria-label={words}
					aria-pressed={on}
					class="grid h-8 w-8 place-items-center rounded hover:bg-accent-wash aria-pressed:bg-accent-wash"
					onmousedown={(event) => event.preventDefault()}
					onclick={run}><Icon size={15} /></button
				>
			{/each}
		{/if}
	</div>
{/if}
