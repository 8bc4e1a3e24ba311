/** Where the caret is when a page opens, and what it asks of the device. */
import type { Editor } from '@tiptap/core';
import { NodeSelection, Selection } from '@tiptap/pm/state';

/** A page that begins with a picture does not open with that chosen, as if something were to be done with it. */
export function restInText({ state, view }: Editor) {
	if (!(state.selection instanceof NodeSelection)) return;
	const words = Selection.findFrom(state.doc.resolve(0), 1, true);
	if (words) view.dispatch(state.tr.setSelection(words).setMeta('addToHistory', false));
}

/** On a phone the keyboard for numbers comes up where a number is asked for. */
export function bringKeyboard({ state, view }: Editor) {
	const { $head } = state.selection;
	const depths = Array.from({ length: $head.depth }, (_, k) => $head.node(k + 1));
	view.dom.inputMode = depths.some((node) => node.attrs.kind === 'number') ? 'decimal' : '';
}
