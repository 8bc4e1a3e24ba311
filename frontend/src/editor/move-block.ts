/** Moving a block among those beside it: an item in its list, all else on the page. What moves keeps its ids. */
import { Extension } from '@tiptap/core';
import { closeHistory } from '@tiptap/pm/history';
import type { Node as ProseNode, ResolvedPos } from '@tiptap/pm/model';
import {
	NodeSelection,
	TextSelection,
	type Command,
	type EditorState,
	type Transaction
} from '@tiptap/pm/state';

const ITEMS = ['listItem', 'taskItem'];

/** A block that can be moved: itself and where it begins, what it stands in and where that begins, which one it is. */
export interface Movable {
	node: ProseNode;
	at: number;
	holder: ProseNode;
	start: number;
	index: number;
}

/** What would move with the caret there: the innermost item, or the block of the page; no knot, which waits where it is. */
export function movableAt($pos: ResolvedPos): Movable | null {
	if ($pos.depth && $pos.node(1).type.name === 'kept') return null;
	for (let depth = $pos.depth; depth > 0; depth--)
		if (depth === 1 || ITEMS.includes($pos.node(depth).type.name)) return movable($pos, depth);
	// A picture that is chosen: nothing is around it but the page.
	return movableIn($pos.doc, $pos.pos);
}

function movable($pos: ResolvedPos, depth: number): Movable {
	return {
		node: $pos.node(depth),
		at: $pos.before(depth),
		holder: $pos.node(depth - 1),
		start: $pos.start(depth - 1),
		index: $pos.index(depth - 1)
	};
}

/** Where the blocks among which it can be moved begin, and where the last one ends. */
export function gapsOf({ holder, start }: Movable): number[] {
	const gaps = [start];
	holder.forEach((child) => gaps.push(gaps.at(-1)! + child.nodeSize));
	return gaps;
}

/** The same block where it is by now, whatever a colleague, a push or a save has changed; nothing if it is gone. */
export function foundAgain({ doc }: EditorState, { node }: Movable): Movable | null {
	let found: Movable | null = null;
	doc.descendants((other, at) => {
		if (other === node || (other.type === node.type && other.attrs.id && other.attrs.id === node.attrs.id))
			found ??= movableIn(doc, at);
		return !found;
	});
	return found;
}

function movableIn(doc: ProseNode, at: number): Movable | null {
	const $pos = doc.resolve(at);
	const node = $pos.nodeAfter;
	return node && { node, at, holder: $pos.parent, start: $pos.start(), index: $pos.index() };
}

/** Puts it into the gap of that number, the caret with it; nothing where it is there already. */
export function movedTo(state: EditorState, moved: Movable, gap: number): Transaction | null {
	const to = gapsOf(moved)[gap];
	if (to === undefined || gap === moved.index || gap === moved.index + 1) return null;
	const { node, at } = moved;
	// A step of its own to undo, however soon it comes after what was typed.
	const tr = closeHistory(state.tr).delete(at, at + node.nodeSize);
	const now = tr.mapping.map(to);
	return withCaret(tr.insert(now, node), state, moved, now - at).scrollIntoView();
}

/** The caret goes along if it is in what moves, and stays with its words if it is not. */
function withCaret(
	tr: Transaction,
	{ selection }: EditorState,
	{ node, at }: Movable,
	by: number
): Transaction {
	if (selection.from < at || selection.to > at + node.nodeSize) return tr;
	if (selection instanceof NodeSelection)
		return tr.setSelection(NodeSelection.create(tr.doc, selection.from + by));
	const [anchor, head] = [selection.anchor + by, selection.head + by].map((at) => tr.doc.resolve(at));
	return tr.setSelection(TextSelection.between(anchor!, head!));
}

/** One place up or down. */
export function movedBy(state: EditorState, moved: Movable, by: -1 | 1): Transaction | null {
	return movedTo(state, moved, by < 0 ? moved.index - 1 : moved.index + 2);
}

function step(by: -1 | 1): Command {
	return (state, dispatch) => {
		const moved = movableAt(state.selection.$from);
		const tr = moved && movedBy(state, moved, by);
		if (tr) dispatch?.(tr);
		// Where it can go no further the key does nothing, rather than what the browser has for it.
		return moved !== null;
	};
}

export const moveUp = step(-1);
export const moveDown = step(1);

export const MoveBlock = Extension.create({
	name: 'moveBlock',
	addKeyboardShortcuts() {
		const press = (move: Command) => () => move(this.editor.state, this.editor.view.dispatch);
		return { 'Alt-ArrowUp': press(moveUp), 'Alt-ArrowDown': press(moveDown) };
	}
});
