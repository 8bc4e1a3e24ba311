/**
 * Hears what an editor tells, until the returned function is called.
 *
 * An editor that is taken off the screen while the caret is in it tells that too: in the midst of the drawing, where no
 * state may change as long as somebody keeps track of it. So nothing keeps track of what is done here.
 */
import type { Editor } from '@tiptap/core';
import { untrack } from 'svelte';

type Told = 'transaction' | 'selectionUpdate' | 'focus' | 'blur';

export function listen(editor: Editor, told: readonly Told[], heard: () => unknown): () => void {
	const untracked = () => void untrack(heard);
	for (const name of told) editor.on(name, untracked);
	return () => {
		for (const name of told) editor.off(name, untracked);
	};
}
