/** A page of which the server took nothing: its words, on the last state that was good. */
import { holdsText } from './kinds';
import { newId, type PageNode } from './types';

/**
 * The good page with the words of the other: each block of text that both have says what was written last, and what
 * the good one has not follows as plain paragraphs.
 */
export function wordsAlone(good: PageNode[], written: PageNode[]): PageNode[] {
	const said = new Map<string, string>();
	written.forEach((block) => gather(block, said));
	const known = new Set<string>();
	const content = good.map((block) => reworded(block, said, known));
	for (const [id, words] of said) {
		if (!known.has(id) && words.trim()) content.push(paragraph(newId(), words));
	}
	return content;
}

function gather(block: PageNode, said: Map<string, string>) {
	if (holdsText(block.type)) said.set(String(block.attrs?.id ?? newId()), textOf(block));
	else block.content?.forEach((inner) => gather(inner, said));
}

function textOf(block: PageNode): string {
	return (block.content ?? []).map((node) => node.text ?? String(node.attrs?.answer ?? ' ')).join('');
}

function reworded(block: PageNode, said: Map<string, string>, known: Set<string>): PageNode {
	const id = String(block.attrs?.id ?? '');
	if (!holdsText(block.type)) {
		return block.content
			? { ...block, content: block.content.map((inner) => reworded(inner, said, known)) }
			: block;
	}
	known.add(id);
	const words = said.get(id);
	if (words === undefined || words === textOf(block)) return block;
	const content = words ? [{ type: 'text', text: words }] : undefined;
	return { ...block, content };
}

function paragraph(id: string, text: string): PageNode {
	return { type: 'paragraph', attrs: { id }, content: [{ type: 'text', text }] };
}
