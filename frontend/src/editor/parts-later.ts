/** What is fetched later, and when a page has need of it. */
import type { Editor } from '@tiptap/core';
import { later } from './later';
import type { Surroundings } from './types';

/** So many letters behind a `/` may have been typed before it is noticed: a busy phone tells of several at once. */
const LONGEST = 30;

type Tabling = typeof import('./tabling');
let tabling: Tabling | null = null;

/** How tables are worked on, as soon as there has been one. */
export const tablingAtHand = () => tabling;

export async function fetchTabling(): Promise<Tabling> {
	return (tabling ??= await import('./tabling'));
}

export const tables = later({
	name: 'tabling',
	fetched: fetchTabling,
	needed: (editor) => editor.isEditable && meetsTable(editor),
	put: (part, editor) => part.tabling(editor)
});

/** The menu that `/` opens. */
export const slash = (surroundings: Surroundings) =>
	later({
		name: 'slash',
		fetched: () => import('./slash'),
		needed: isAsked,
		// Its keys come before all others.
		put: (part, editor) =>
			editor.registerPlugin(part.slash(editor, surroundings), (menu, others) => [menu, ...others])
	});

/** The caret is in one, or what is chosen reaches into one. */
function meetsTable({ state }: Editor): boolean {
	const { from, to } = state.selection;
	let found = false;
	state.doc.nodesBetween(from, to, (node) => {
		found ||= node.type.name === 'table';
		return !found;
	});
	return found;
}

function isAsked({ state, isEditable }: Editor): boolean {
	const { $from, empty } = state.selection;
	const { parent, parentOffset } = $from;
	if (!isEditable || !empty || !parent.isTextblock) return false;
	const before = parent.textBetween(Math.max(0, parentOffset - LONGEST), parentOffset, null, ' ');
	return /(?:^|\s)\/\S*$/.test(before);
}
