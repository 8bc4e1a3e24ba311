/** Takes out of the editor's JSON what only the editor adds, so that opening a page changes nothing in it. */
import { studentsOf } from './kinds';
import type { PageNode } from './types';

const DEFAULTS: Record<string, unknown> = { colspan: 1, rowspan: 1, start: 1 };

export function tidy(node: PageNode): PageNode {
	const { attrs, content, marks, ...rest } = node;
	const tidied: PageNode = { ...rest };
	const kept = tidyAttributes(attrs);
	if (kept) tidied.attrs = kept;
	if (content?.length) tidied.content = content.map(tidy);
	if (marks?.length) {
		tidied.marks = marks.map((mark) => {
			const own = tidyAttributes(mark.attrs);
			return own ? { type: mark.type, attrs: own } : { type: mark.type };
		});
	}
	return tidied;
}

function tidyAttributes(attrs: Record<string, unknown> | undefined) {
	const kept = Object.entries(attrs ?? {}).filter(
		([name, value]) => value !== null && value !== undefined && DEFAULTS[name] !== value
	);
	return kept.length ? Object.fromEntries(kept) : undefined;
}

/** A page without what students may write where only spaces take writing: the same rule as the server's. */
export function teachersPart(node: PageNode): PageNode {
	const attrs = { ...node.attrs };
	for (const name of studentsOf(node.type)) delete attrs[name];
	if (node.type === 'space' && attrs.kind !== 'choice') return { type: node.type, attrs };
	const content = (node.content ?? []).filter((child) => child.type !== 'kept').map(teachersPart);
	return { ...node, attrs, content };
}
