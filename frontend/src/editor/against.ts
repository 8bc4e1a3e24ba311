/** Sets off what a page says otherwise than another state of it; with `struck`, the other's words beside it. */
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { stretches } from '../ui/differing';
import { wordsOf } from './words-of';
import type { PageNode } from './types';

export interface Against {
	page: PageNode;
	struck: boolean;
}
const ATOM = '\uFFFC';

export function against({ page, struck }: Against): Plugin {
	const words = wordsOf(page, ATOM);
	return new Plugin({ props: { decorations: (state) => setOff(state.doc, words, struck) } });
}

function setOff(doc: ProseNode, others: Map<string, string>, struck: boolean): DecorationSet {
	const drawn: Decoration[] = [];
	doc.descendants((node, at) => {
		if (!node.isTextblock) return;
		const other = others.get(node.attrs.id);
		const mine = node.textBetween(0, node.content.size, undefined, ATOM);
		if (other === undefined)
			drawn.push(Decoration.inline(at + 1, at + 1 + mine.length, { class: 'differs' }));
		else if (other !== mine) drawn.push(...between(at + 1, mine, other, struck));
	});
	return DecorationSet.create(doc, drawn);
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
