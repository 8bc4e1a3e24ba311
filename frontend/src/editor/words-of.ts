/** The words of every text block of a page, by id. `atom` stands for what is in the text and is no text. */
import { holdsText } from './kinds';
import type { PageNode } from './types';

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
