/** Sets off what a page says otherwise than another state of it; with `struck`, also what the other says and it does not. */
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { stretches } from '../ui/differing';
import { wordsOf } from './words-of';
import type { Against } from './types';

const ATOM = '\uFFFC';

export function against({ page, struck }: Against): Plugin {
	const words = wordsOf(page, ATOM);
	return new Plugin({ props: { decorations: (state) => setOff(state.doc, words, struck) } });
}

function setOff(doc: ProseNode, others: Map<string, string>, struck: boolean): DecorationSet {
	const drawn: Decoration[] = [];
	const ends = new Map<string, number>();
	doc.descendants((node, at) => {
		if (!node.isTextblock) return;
		ends.set(node.attrs.id, at + node.nodeSize);
		const other = others.get(node.attrs.id);
		const mine = node.textBetween(0, node.content.size, undefined, ATOM);
		if (other === undefined)
			drawn.push(Decoration.inline(at + 1, at + 1 + mine.length, { class: 'differs' }));
		else if (other !== mine) drawn.push(...between(at + 1, mine, other, struck));
	});
	if (struck) drawn.push(...takenOut(others, ends));
	return DecorationSet.create(doc, drawn);
}

/** The text blocks that are in the other state alone, each behind what it stood behind there. */
function* takenOut(others: Map<string, string>, ends: Map<string, number>): Generator<Decoration> {
	let behind = 0;
	let rank = 0;
	for (const [id, words] of others) {
		behind = ends.get(id) ?? behind;
		const said = words.replaceAll(ATOM, ' ').trim();
		if (ends.has(id) || !said) continue;
		const paragraph = () => {
			const element = document.createElement('p');
			element.append(crossedOut(said));
			return element;
		};
		yield Decoration.widget(behind, paragraph, { side: (rank += 1), key: `gone-${id}` });
	}
}

function between(start: number, mine: string, other: string, struck: boolean): Decoration[] {
	const found = stretches(mine, other);
	const [from, to] = found.one;
	const gone = other
		.slice(...found.other)
		.replaceAll(ATOM, ' ')
		.trim();
	const drawn = [Decoration.inline(start + from, start + to, { class: 'differs' })];
	if (struck && gone) drawn.push(Decoration.widget(start + from, () => crossedOut(gone), { side: -1 }));
	return drawn;
}

function crossedOut(words: string): HTMLElement {
	const element = document.createElement('span');
	const struck = document.createElement('del');
	struck.textContent = words;
	element.append(struck, ' ');
	return element;
}
