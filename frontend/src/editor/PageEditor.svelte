<!-- The page itself: loads the editor lazily, keeps the margin drawn, tells of every change. -->
<script lang="ts">
	import { Editor } from '@tiptap/core';
	import { onMount, untrack } from 'svelte';
	import { pageExtensions } from './extensions';
	import { setMargin, type MarginFacts } from './margin';
	import { contentOf, takeIn } from './take-in';
	import { tidy } from './tidy';
	import type { PageNode, Surroundings } from './types';

	interface Props {
		page: PageNode;
		surroundings: Surroundings;
		facts: MarginFacts;
		label: string;
		editor?: Editor;
		onchange?: (content: PageNode[]) => void;
	}
	let { page, surroundings, facts, label, editor = $bindable(), onchange }: Props = $props();
	let element: HTMLElement;

	onMount(() => {
		const made: Editor = new Editor({
			element,
			extensions: pageExtensions(surroundings),
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
				handlePaste: (_view, event): boolean => pastePicture(made, event.clipboardData?.files)
			},
			onUpdate({ transaction }) {
				if (transaction.getMeta('fromServer')) return;
				onchange?.(tidy(made.getJSON() as PageNode).content ?? []);
			}
		});
		editor = made;
		return () => made.destroy();
	});

	function pastePicture(target: Editor, files: FileList | undefined): boolean {
		const picture = [...(files ?? [])].find((file) => file.type.startsWith('image/'));
		if (!picture) return false;
		void surroundings.addPicture(picture).then((src) => target.commands.setImage({ src }));
		return true;
	}

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

<div bind:this={element}></div>
