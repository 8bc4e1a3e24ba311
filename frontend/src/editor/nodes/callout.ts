/** A framed note. */
import { mergeAttributes, Node } from '@tiptap/core';

export const Callout = Node.create({
	name: 'callout',
	group: 'block',
	content: 'block+',
	defining: true,
	parseHTML: () => [{ tag: 'div[data-note]' }],
	renderHTML: ({ HTMLAttributes }) => [
		'div',
		mergeAttributes(HTMLAttributes, { 'data-note': '', class: 'note' }),
		['div', { class: 'note-body' }, 0]
	]
});
