/** The line beside every block: whose it is, what has not been pushed, what arrived, where a knot is. */
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin, PluginKey, type EditorState } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { signElement, type SignName } from '../thread/signs';
import { NO_FACTS, type MarginFacts } from './margin-facts';

const key = new PluginKey<{ facts: MarginFacts; drawn: DecorationSet }>('margin');

export function margin(): Plugin {
	return new Plugin({
		key,
		state: {
			init: (_, state) => ({ facts: NO_FACTS, drawn: draw(state.doc, NO_FACTS) }),
			apply(transaction, value, _old, state: EditorState) {
				const facts: MarginFacts = transaction.getMeta(key) ?? value.facts;
				if (!transaction.docChanged && facts === value.facts) return value;
				return { facts, drawn: draw(state.doc, facts) };
			}
		},
		props: { decorations: (state) => key.getState(state)?.drawn }
	});
}

/** Tells the margin its facts. */
export function setMargin(
	view: { state: EditorState; dispatch: (tr: EditorState['tr']) => void },
	facts: MarginFacts
) {
	view.dispatch(view.state.tr.setMeta(key, facts).setMeta('addToHistory', false));
}

function draw(doc: ProseNode, facts: MarginFacts): DecorationSet {
	const drawn: Decoration[] = [];
	doc.forEach((block, at) => {
		const look = lookOf(block, facts);
		if (look.classes) drawn.push(Decoration.node(at, at + block.nodeSize, { class: look.classes }));
		if (look.sign) drawn.push(sign(at, look.sign, look.words));
		if (block.type.name === 'table') drawn.push(...ownCells(block, at, facts));
		else if (facts.tied.has(block.attrs.id)) drawn.push(...ownInside(block, at, facts));
	});
	return DecorationSet.create(doc, drawn);
}

interface Look {
	classes: string;
	sign?: SignName;
	words: string;
}

function lookOf(block: ProseNode, facts: MarginFacts): Look {
	const ids = idsIn(block);
	const id: string = block.attrs.id;
	if (block.type.name === 'kept') return { classes: 'tied knotted', sign: 'knot', words: 'knot' };
	const tied = facts.tied.has(id);
	const loose = ids.some((one) => facts.loose.has(one));
	const arrived = ids.some((one) => facts.arrived.has(one));
	const students = facts.given !== undefined && (!facts.given.has(id) || hasOwnWords(block, facts));
	const own = !tied && students;
	const written = tied && hasOwnWords(block, facts);
	const classes = [
		tied || loose ? 'tied' : '',
		loose ? 'loose' : '',
		own ? 'own' : '',
		written ? 'written' : '',
		arrived ? 'arrived' : ''
	];
	return {
		classes: classes.filter(Boolean).join(' '),
		sign: arrived ? 'stitch' : undefined,
		words: 'new'
	};
}

function idsIn(block: ProseNode): string[] {
	const ids: string[] = [block.attrs.id];
	block.descendants((child) => {
		if (child.attrs.id) ids.push(child.attrs.id);
	});
	return ids;
}

/** Whether the student changed the words of a tied text block. */
function hasOwnWords(block: ProseNode, facts: MarginFacts): boolean {
	const before = facts.before.get(block.attrs.id);
	return block.isTextblock && before !== undefined && before !== block.textContent;
}

/** What the student put into a list or a frame of the teacher's, and wrote in it, stands by their line too. */
function ownInside(block: ProseNode, start: number, facts: MarginFacts): Decoration[] {
	const own: Decoration[] = [];
	if (facts.before.size === 0) return own;
	block.descendants((child, at) => {
		if (['space', 'kept', 'table'].includes(child.type.name)) return false;
		if (!child.attrs.id || child.type.name === 'gap') return true;
		if (facts.tied.has(child.attrs.id) && !hasOwnWords(child, facts)) return true;
		own.push(Decoration.node(start + 1 + at, start + 1 + at + child.nodeSize, { class: 'own-words' }));
		return false;
	});
	return own;
}

function ownCells(table: ProseNode, start: number, facts: MarginFacts): Decoration[] {
	const cells: Decoration[] = [];
	if (facts.before.size === 0) return cells;
	table.descendants((cell, at) => {
		if (cell.type.name !== 'tableCell') return;
		const before = facts.before.get(cell.firstChild?.attrs.id) ?? '';
		if (cell.textContent && cell.textContent !== before) {
			cells.push(Decoration.node(start + 1 + at, start + 1 + at + cell.nodeSize, { class: 'own-words' }));
		}
	});
	return cells;
}

function sign(at: number, name: SignName, words: string): Decoration {
	const make = () => {
		const holder = document.createElement('span');
		holder.className = 'margin-sign';
		holder.setAttribute('role', 'img');
		holder.setAttribute('aria-label', words);
		holder.title = words;
		holder.append(signElement(name));
		return holder;
	};
	return Decoration.widget(at, make, { side: -1, key: `${name}-${at}`, ignoreSelection: true });
}
