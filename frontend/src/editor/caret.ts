/** Where the caret is when a page opens. */
import type { Editor } from '@tiptap/core';
import { NodeSelection, Selection } from '@tiptap/pm/state';

/** A page that begins with a picture does not open with that chosen, as if something were to be done with it. */
export function restInText({ state, view }: Editor) {
	if (!(state.selection instanceof NodeSelection)) return;
	const words = Selection.findFrom(state.doc.resolve(0), 1, true);
	if (words) view.dispatch(state.tr.setSelection(words).setMeta('addToHistory', false));
}
