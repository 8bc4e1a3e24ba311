/** A page read by the ids of its blocks. */
import { holdsText } from './kinds';
import type { PageNode } from './types';

/** The ids of all blocks of a page, at every depth. */
export function idsOf(page: PageNode | undefined): Set<string> {
	const ids = new Set<string>();
	const gather = (node: PageNode) => {
		if (node.attrs?.id) ids.add(String(node.attrs.id));
		node.content?.forEach(gather);
	};
	if (page) gather(page);
	return ids;
}

/** The words of every text block of a page, by id. `atom` stands for what is in the text and is no text. */
export function wordsOf(page: PageNode | undefined, atom = ''): Map<string, string> {
	const words = new Map<string, string>();
	const gather = (node: PageNode) => {
		if (holdsText(node.type))
			words.set(String(node.attrs?.id), (node.content ?? []).map((child) => child.text ?? atom).join(''));
		node.content?.forEach(gather);
	};
	if (page) gather(page);
	return words;
}
