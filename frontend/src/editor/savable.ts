/**
 * What every change makes is a page that can be saved: whatever was pasted, typed, dropped or put in by a command, what the
 * server would refuse is left out by the same table, in the same step.
 */
import type { Mark, Node as ProseNode } from '@tiptap/pm/model';
import { Plugin, type Transaction } from '@tiptap/pm/state';
import { rulesOfKind, rulesOfMark, withoutWhatOffends } from './rules';

/** Of what joins to one letter no more than any script needs: more of it stops who reads it. */
const JOINED = /((?:\p{M}|\u200d){16})(?:\p{M}|\u200d)+/u;
// eslint-disable-next-line no-control-regex -- the one sign that no database keeps
const UNWRITABLE = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;
const isPlain = (text: string) => !/[^ -\u02ff\n\t]/.test(text);
/** Without which a mark says nothing. */
const NEEDED: Record<string, string> = { link: 'href', textStyle: 'color' };

export function savable(): Plugin {
	return new Plugin({
		appendTransaction(transactions, before, { doc, tr }) {
			if (!transactions.some((transaction) => transaction.docChanged)) return null;
			const known = new Set<ProseNode>();
			before.doc.forEach((block) => known.add(block));
			const texts: [number, ProseNode][] = [];
			doc.forEach((block, at) => {
				if (!known.has(block)) mendBlock(tr, block, at, texts);
			});
			for (const [at, text] of texts.reverse()) rewrite(tr, at, text);
			return tr.docChanged ? tr : null;
		}
	});
}

function mendBlock(tr: Transaction, block: ProseNode, at: number, texts: [number, ProseNode][]) {
	mendNode(tr, block, at, texts);
	block.descendants((node, inner) => mendNode(tr, node, at + 1 + inner, texts));
}

function mendNode(tr: Transaction, node: ProseNode, at: number, texts: [number, ProseNode][]) {
	for (const mark of node.marks) mendMark(tr, mark, at, at + node.nodeSize);
	if (node.isText) {
		if (!isPlain(node.text!) && (UNWRITABLE.test(node.text!) || JOINED.test(node.text!)))
			texts.push([at, node]);
		return;
	}
	const kept = withoutWhatOffends(node.attrs, rulesOfKind(node.type.name));
	if (kept) tr.setNodeMarkup(at, null, kept, node.marks);
}

function mendMark(tr: Transaction, mark: Mark, from: number, to: number) {
	const { name } = mark.type;
	const kept = withoutWhatOffends(mark.attrs, rulesOfMark(name));
	const needed = NEEDED[name];
	const empty = needed !== undefined && !(kept ?? mark.attrs)[needed];
	if (!kept && !empty) return;
	tr.removeMark(from, to, mark);
	if (!empty) tr.addMark(from, to, mark.type.create(kept));
}

export function writable(text: string): string {
	const joined = new RegExp(JOINED, 'gu');
	return text.replace(new RegExp(UNWRITABLE, 'g'), '').replace(joined, '$1');
}

function rewrite(tr: Transaction, at: number, node: ProseNode) {
	const text = writable(node.text!);
	if (text) tr.replaceWith(at, at + node.nodeSize, node.type.schema.text(text, node.marks));
	else tr.delete(at, at + node.nodeSize);
}
