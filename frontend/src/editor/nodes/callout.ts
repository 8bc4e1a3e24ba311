/** A framed note: a plain one, one that warns, or one with a thought. */
import { mergeAttributes, Node } from '@tiptap/core';

const TONES = ['care', 'idea'];

export const Callout = Node.create({
	name: 'callout',
	group: 'block',
	content: 'block+',
	defining: true,
	addAttributes: () => ({
		tone: {
			default: null,
			parseHTML: (element) => {
				const said = element.getAttribute('data-note');
				return said && TONES.includes(said) ? said : null;
			},
			renderHTML: ({ tone }) => ({ 'data-note': String(tone ?? '') })
		}
	}),
	parseHTML: () => [{ tag: 'div[data-note]' }],
	renderHTML: ({ HTMLAttributes }) => [
		'div',
		mergeAttributes(HTMLAttributes, { class: 'note' }),
		['div', { class: 'note-body' }, 0]
	]
});
