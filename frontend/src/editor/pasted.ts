/**
 * What is pasted or dropped becomes what a page may hold, so that no page is made that cannot be saved.
 *
 * Pictures come in where they are data; where they are elsewhere an empty frame with their name stays. Links and colours
 * that a page does not take lose their mark, knots become their words.
 */
import { Fragment, Slice, type Mark, type Node as ProseNode } from '@tiptap/pm/model';
import { isBlobName } from './blob';
import { isAddress, keeps, rulesOfKind, withoutWhatOffends } from './rules';

const WIDEST = 100;

export function cleaned(slice: Slice, addData: (data: string) => string): Slice {
	return new Slice(cleanedAll(slice.content, addData), slice.openStart, slice.openEnd);
}

function cleanedAll(content: Fragment, addData: (data: string) => string): Fragment {
	const made: ProseNode[] = [];
	content.forEach((node) => made.push(...cleanedNode(node, addData)));
	return Fragment.from(made);
}

function cleanedNode(node: ProseNode, addData: (data: string) => string): ProseNode[] {
	if (node.isText) return [node.mark(node.marks.filter(mayStay).map(bare))];
	if (node.type.name === 'image') return [asPicture(node, addData)];
	const content = cleanedAll(node.content, addData);
	if (node.type.name === 'kept') return content.content as ProseNode[];
	const attrs = tamed(node);
	for (const span of ['colspan', 'rowspan']) {
		if (span in attrs) attrs[span] = Math.min(Math.max(Number(attrs[span]) || 1, 1), WIDEST);
	}
	return [node.type.create(attrs, content, node.marks)];
}

/** Attributes as a page takes them; what came in markup and is none is as if it had not been said. */
const tamed = (node: ProseNode): Record<string, unknown> => ({
	...(withoutWhatOffends(node.attrs, rulesOfKind(node.type.name)) ?? node.attrs)
});

/** Of a link its address alone: classes and names of elsewhere mean nothing here. */
function bare(mark: Mark): Mark {
	return mark.type.name === 'link' ? mark.type.create({ href: mark.attrs.href }) : mark;
}

function mayStay(mark: Mark): boolean {
	if (mark.type.name === 'link') return isAddress(String(mark.attrs.href ?? ''));
	return !mark.attrs.color || keeps({ rule: 'colour' }, mark.attrs.color);
}

function asPicture(node: ProseNode, addData: (data: string) => string): ProseNode {
	const src = String(node.attrs.src ?? '');
	const alt = String(node.attrs.alt ?? '').slice(0, 200);
	if (isBlobName(src)) return node.type.create({ ...tamed(node), alt });
	if (src.startsWith('data:image/')) return node.type.create({ id: addData(src), src: '', alt });
	return node.type.create({ src: '', alt: alt || 'A picture from elsewhere that could not be taken in' });
}

/** A picture that came as data, as a file; nothing if it is none. */
export function asFile(data: string): File | null {
	const found = /^data:(image\/[\w+.-]+);base64,([A-Za-z0-9+/=\s]+)$/.exec(data);
	if (!found) return null;
	try {
		const bytes = Uint8Array.from(atob(found[2]!), (character) => character.charCodeAt(0));
		return new File([bytes], 'pasted', { type: found[1] });
	} catch {
		return null;
	}
}
