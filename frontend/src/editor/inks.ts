/** The inks of the marker: one press after the other goes through them, and then takes the mark off. */
import type { Editor } from '@tiptap/core';

/** Straw, which is the plain one, leaf and sky. None is red: red is the thread. */
const INKS = [null, '#cfe3bf', '#c5dcec'];

/** The ink that comes next; undefined where the mark comes off. */
export function nextInk(marked: boolean, ink: string | null | undefined): string | null | undefined {
	return marked ? INKS[INKS.indexOf(ink ?? null) + 1] : INKS[0];
}

export function mark(editor: Editor) {
	const ink = nextInk(editor.isActive('highlight'), editor.getAttributes('highlight').color as string | null);
	const chain = editor.chain().focus();
	if (ink === undefined) chain.unsetHighlight().run();
	else chain.setHighlight(ink === null ? undefined : { color: ink }).run();
}
