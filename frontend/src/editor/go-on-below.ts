/**
 * There is always a line to go on below: behind a place to answer, a frame, code or a picture at the page's end.
 *
 * The line is no part of the page until somebody writes on it: pages that are only read stay as they are.
 */
import { Extension, type Editor, type KeyboardShortcutCommand } from '@tiptap/core';
import { Plugin, Selection, TextSelection, type EditorState, type Transaction } from '@tiptap/pm/state';
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view';
import { newId, type Surroundings } from './types';

/** Left by Enter on their last empty line; a place to answer only by who does not answer in it. */
const LEFT_BY_ENTER = new Set(['callout', 'term', 'blockquote']);

export function goOnBelow({ hand, onlySpaces }: Surroundings) {
	const fixed = hand === 'reader' || (hand === 'student' && onlySpaces);
	const left = new Set(hand === 'teacher' ? [...LEFT_BY_ENTER, 'space'] : LEFT_BY_ENTER);
	return Extension.create({
		name: 'goOnBelow',
		addKeyboardShortcuts(): Record<string, KeyboardShortcutCommand> {
			if (fixed) return {};
			return {
				'Mod-Enter': ({ editor }) => openBelow(editor, outermost(editor.state)),
				ArrowDown: ({ editor }) => atTheVeryEnd(editor) && openBelow(editor, outermost(editor.state)),
				Enter: ({ editor }) => leave(editor, left)
			};
		},
		addProseMirrorPlugins() {
			const { editor } = this;
			return fixed ? [] : [lineBelow(() => openBelow(editor, editor.state.doc.content.size))];
		}
	});
}

/** Behind the block of the page in which the caret is. */
function outermost({ selection: { $head } }: EditorState): number {
	return $head.depth ? $head.after(1) : $head.pos;
}

/** A plain line behind a place on the page, with the caret in it: the one that is there, if it is empty. */
export function openBelow(editor: Editor, at: number): boolean {
	const { tr } = editor.state;
	putLine(tr, at);
	editor.view.dispatch(tr.scrollIntoView());
	editor.view.focus();
	return true;
}

/** Leaves the caret in an empty line at `at`, which is put in if none is there. */
export function putLine(tr: Transaction, at: number) {
	const next = tr.doc.nodeAt(at);
	const there = next?.type.name === 'paragraph' && next.content.size === 0;
	if (!there) tr.insert(at, tr.doc.type.schema.nodes.paragraph!.create({ id: newId() }));
	tr.setSelection(TextSelection.create(tr.doc, at + 1));
}

/** Whether there is nowhere to go down to: the last line of a block that ends the page and is no plain line. */
function atTheVeryEnd({ state, view }: Editor): boolean {
	const { $head, empty } = state.selection;
	if (!empty || !$head.depth || !isShut(state) || !view.endOfTextblock('down')) return false;
	return Selection.findFrom(state.doc.resolve($head.after()), 1, true) === null;
}

/** Whether the page ends with something behind which one cannot just write on. */
function isShut({ doc }: EditorState): boolean {
	const last = doc.lastChild;
	return (
		last !== null &&
		!['paragraph', 'heading', 'bulletList', 'orderedList', 'taskList'].includes(last.type.name)
	);
}

/** Enter on the empty last line of a frame goes on below it. */
function leave(editor: Editor, left: Set<string>): boolean {
	const { $head, empty } = editor.state.selection;
	if (!empty || $head.depth < 2 || $head.parent.type.name !== 'paragraph' || $head.parent.content.size)
		return false;
	const frame = $head.node(-1);
	if (!left.has(frame.type.name) || frame.childCount < 2 || $head.index(-1) !== frame.childCount - 1)
		return false;
	const { tr } = editor.state;
	tr.delete($head.before(), $head.after());
	putLine(tr, tr.mapping.map($head.after(-1)));
	editor.view.dispatch(tr.scrollIntoView());
	return true;
}

/** A place to press under a page that ends so. */
function lineBelow(press: () => void): Plugin {
	const made = (view: EditorView) => {
		const line = document.createElement('button');
		line.type = 'button';
		line.className = 'line-below';
		line.textContent = 'Go on below';
		line.addEventListener('mousedown', (event) => event.preventDefault());
		line.addEventListener('click', press);
		line.hidden = !view.editable;
		return line;
	};
	return new Plugin({
		props: {
			decorations(state) {
				if (!isShut(state)) return null;
				const key = { key: 'line-below', side: 1, ignoreSelection: true, stopEvent: () => true };
				return DecorationSet.create(state.doc, [Decoration.widget(state.doc.content.size, made, key)]);
			}
		}
	});
}
