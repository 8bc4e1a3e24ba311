<!-- The page itself: keeps the margin drawn, tells of every change. -->
<script lang="ts">
	import { Editor, getSchema } from '@tiptap/core';
	import { onMount, untrack } from 'svelte';
	import { bringKeyboard, restInText } from './caret';
	import { pageExtensions } from './extensions';
	import { setMargin } from './margin';
	import type { MarginFacts } from './margin-facts';
	import { cleaned } from './pasted';
	import { fillWhatWaits } from './put-file';
	import { drop, takeInData, takeFiles } from './taking';
	import { canTakeIn, contentOf, takeIn } from './take-in';
	import { tidy } from './tidy';
	import { pageStands } from '../ui/fetch-soon';
	import HandlesSoon from './HandlesSoon.svelte';
	import './paper.css';
	import type { PageNode, Surroundings } from './types';

	/** The height of the tools, in pixels. */
	const FOOT = 56;

	interface Props {
		page: PageNode;
		surroundings: Surroundings;
		facts: MarginFacts;
		label: string;
		/** The page was made just now: one writes on at once. */
		begins?: boolean;
		editor?: Editor;
		onchange?: (content: PageNode[]) => void;
	}
	let { page, surroundings, facts, label, begins = false, editor = $bindable(), onchange }: Props = $props();
	let element: HTMLElement;
	let frame = $state<HTMLElement>();

	/** Pictures on their way, by frame: the share that has gone. */
	const gone = $derived(surroundings.coming?.gone() ?? {});

	/** A page that the editor cannot take in is not shown by it, and so never saved as what was left of it. */
	let unreadable = $state(false);

	onMount(() => {
		pageStands();
		const extensions = pageExtensions(surroundings);
		if (!canTakeIn(getSchema(extensions), page)) {
			unreadable = true;
			return;
		}
		const made: Editor = new Editor({
			element,
			extensions,
			content: { type: 'doc', content: contentOf(page) },
			editable: surroundings.hand !== 'reader',
			editorProps: {
				attributes: {
					class: 'page-body',
					'aria-label': label,
					role: 'textbox',
					'aria-multiline': 'true',
					spellcheck: 'true'
				},
				// What is typed stands clear of the tools at the foot.
				scrollThreshold: { top: 24, right: 0, bottom: FOOT, left: 0 },
				scrollMargin: { top: 32, right: 0, bottom: FOOT + 16, left: 0 },
				handlePaste: (_view, event): boolean => takeFiles(made, surroundings, event.clipboardData?.files),
				handleDrop: (_view, event): boolean => drop(made, surroundings, event),
				transformPasted: (slice) => cleaned(slice, (data) => takeInData(made, surroundings, data))
			},
			onSelectionUpdate: ({ editor }) => bringKeyboard(editor),
			onUpdate({ transaction }) {
				if (transaction.getMeta('fromServer')) return;
				onchange?.(tidy(made.getJSON() as PageNode).content ?? []);
			}
		});
		if (begins) made.commands.focus('start');
		else restInText(made);
		editor = made;
		void fillWhatWaits(made, surroundings);
		return () => made.destroy();
	});

	$effect(() => {
		const next = page;
		untrack(() => editor && takeIn(editor, next));
	});
	$effect(() => {
		const now = facts;
		const target = editor;
		untrack(() => target && setMargin(target.view, now));
	});
</script>

{#if unreadable}
	<p role="alert" class="ml-[22px] rounded-md bg-lamp px-4 py-3 sm:ml-[34px]">
		<b>This page holds something that cannot be shown here.</b> It is safe as it is. Reload, or look at how it came
		about and go back to an earlier state.
	</p>
{/if}
{#if Object.keys(gone).length}
	{#await import('./Coming.svelte') then { default: Coming }}<Coming {gone} />{/await}
{/if}
<div bind:this={frame} class="relative">
	<div
		bind:this={element}
		class="page-sheet"
		data-paper={page.attrs?.paper}
		data-form={page.attrs?.orientation}
		data-tint={page.attrs?.tint}
	></div>
	{#if editor && frame}<HandlesSoon
			{editor}
			{frame}
			fixed={surroundings.hand === 'reader' || (surroundings.onlySpaces && surroundings.hand === 'student')}
		/>{/if}
</div>
