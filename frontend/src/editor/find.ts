/** Finding words on the page, and putting others in their place. */
import type { Editor } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin, PluginKey, TextSelection, type Transaction } from '@tiptap/pm/state';
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view';

export interface Found {
	from: number;
	to: number;
}

interface State {
	sought: string;
	found: Found[];
	at: number;
}

const NOTHING: State = { sought: '', found: [], at: 0 };
const key = new PluginKey<State>('find');

function find(): Plugin<State> {
	return new Plugin<State>({
		key,
		state: {
			init: () => NOTHING,
			apply(transaction, value) {
				const told = transaction.getMeta(key) as Partial<State> | undefined;
				if (!told && !transaction.docChanged) return value;
				const sought = told?.sought ?? value.sought;
				const found = places(transaction.doc, sought);
				return {
					sought,
					found,
					at: found.length ? ((told?.at ?? value.at) + found.length) % found.length : 0
				};
			}
		},
		props: {
			decorations(state) {
				const { found, at } = key.getState(state) ?? NOTHING;
				return DecorationSet.create(
					state.doc,
					found.map(({ from, to }, k) =>
						Decoration.inline(from, to, { class: k === at ? 'found here' : 'found' })
					)
				);
			}
		}
	});
}

/** Where the words stand, whatever their case; within one block each. */
/** From now on words are found in this editor. */
export function findIn(editor: Editor) {
	if (!key.get(editor.state)) editor.registerPlugin(find());
}

export function places(doc: ProseNode, sought: string): Found[] {
	const found: Found[] = [];
	const wanted = sought.toLowerCase();
	if (!wanted) return found;
	doc.descendants((node, at) => {
		if (!node.isTextblock) return true;
		// What is no text takes one place, as it does in the document.
		const text = node.textBetween(0, node.content.size, undefined, '\uFFFC').toLowerCase();
		for (let k = text.indexOf(wanted); k >= 0; k = text.indexOf(wanted, k + wanted.length)) {
			found.push({ from: at + 1 + k, to: at + 1 + k + wanted.length });
		}
		return false;
	});
	return found;
}

export function foundIn(view: EditorView): State {
	return key.getState(view.state) ?? NOTHING;
}

export function seek(view: EditorView, sought: string) {
	view.dispatch(view.state.tr.setMeta(key, { sought, at: 0 }));
	show(view);
}

export function step(view: EditorView, by: 1 | -1) {
	view.dispatch(view.state.tr.setMeta(key, { at: foundIn(view).at + by }));
	show(view);
}

function show(view: EditorView) {
	const { found, at } = foundIn(view);
	const here = found[at];
	if (!here) return;
	view.dispatch(
		view.state.tr.setSelection(TextSelection.create(view.state.doc, here.from, here.to)).scrollIntoView()
	);
}

/** Puts words in the place of the one that is shown, and goes on to the next. */
export function replace(view: EditorView, words: string) {
	const { found, at } = foundIn(view);
	if (!found[at]) return;
	view.dispatch(put(view.state.tr, found[at], words));
	show(view);
}

/** The same for all, undone in one step; gives how many there were. */
export function replaceAll(view: EditorView, words: string): number {
	const { found } = foundIn(view);
	view.dispatch(found.toReversed().reduce((transaction, one) => put(transaction, one, words), view.state.tr));
	return found.length;
}

function put(transaction: Transaction, { from, to }: Found, words: string): Transaction {
	return words ? transaction.insertText(words, from, to) : transaction.delete(from, to);
}
