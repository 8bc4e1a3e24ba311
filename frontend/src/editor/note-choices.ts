/** What a teacher can make of the framed note in which the caret is; fetched when it is in one. */
import type { Editor } from '@tiptap/core';

export function noteChoices(editor: Editor) {
	const as = (tone: string | null) => () =>
		editor.chain().focus().updateAttributes('callout', { tone }).run();
	return [
		{ words: 'A note', run: as(null) },
		{ words: 'Take care', run: as('care') },
		{ words: 'A thought', run: as('idea') }
	];
}
