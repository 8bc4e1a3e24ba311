/** The words of every text block of a page, by id. `atom` stands for what is in the text and is no text. */
import type { PageNode } from './types';

const TEXT_BLOCKS = ['paragraph', 'heading', 'codeBlock'];

export function wordsOf(page: PageNode | undefined, atom = ''): Map<string, string> {
	const words = new Map<string, string>();
	const gather = (node: PageNode) => {
		if (TEXT_BLOCKS.includes(node.type))
			words.set(String(node.attrs?.id), (node.content ?? []).map((child) => child.text ?? atom).join(''));
		node.content?.forEach(gather);
	};
	if (page) gather(page);
	return words;
}
