/** Sets off, in both wordings of a knot, the words in which they differ. */
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { stretches, type Stretch } from '../ui/differing';

interface Found {
	node: ProseNode;
	at: number;
}
const key = new PluginKey<DecorationSet>('knots');

export function knots(): Plugin {
	return new Plugin({
		key,
		state: {
			init: (_, state) => setOff(state.doc),
			apply: (transaction, before) => (transaction.docChanged ? setOff(transaction.doc) : before)
		},
		props: { decorations: (state) => key.getState(state) }
	});
}

function setOff(doc: ProseNode): DecorationSet {
	const blocks = new Map<string, Found>();
	const kept: Found[] = [];
	doc.descendants((node, at) => {
		if (node.type.name === 'kept') kept.push({ node, at });
		else if (node.isTextblock) blocks.set(node.attrs.id, { node, at });
		return node.type.name !== 'kept';
	});
	return DecorationSet.create(
		doc,
		kept.flatMap((knot) => between(blocks.get(knot.node.attrs.from), knot))
	);
}

function between(source: Found | undefined, knot: Found): Decoration[] {
	const mine = knot.node.firstChild;
	if (!source || !mine?.isTextblock || knot.node.childCount > 1) return [];
	const found = stretches(words(source.node), words(mine));
	return [mark(source.at, found.one, 'differs'), mark(knot.at + 1, found.other, 'differs own')];
}

/** One character for whatever is no text, so that characters and positions stay in step. */
const words = (node: ProseNode) => node.textBetween(0, node.content.size, undefined, '\uFFFC');

const mark = (at: number, [from, to]: Stretch, className: string) =>
	Decoration.inline(at + 1 + from, at + 1 + to, { class: className });
