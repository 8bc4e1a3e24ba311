/** A term with its explanation: its first line is the term, what follows explains it. */
import { mergeAttributes, Node } from '@tiptap/core';

export const Term = Node.create({
	name: 'term',
	group: 'block',
	content: 'block+',
	defining: true,
	parseHTML: () => [{ tag: 'div[data-term]' }],
	renderHTML: ({ HTMLAttributes }) => [
		'div',
		mergeAttributes(HTMLAttributes, { class: 'term', 'data-term': '' }),
		['div', { class: 'term-body' }, 0]
	]
});
