/** Words in a colour of their own. The library's mark takes every style of every word processor along; a page has this one. */
import { Mark } from '@tiptap/core';

export const Coloured = Mark.create({
	name: 'textStyle',
	addAttributes: () => ({
		color: {
			default: null,
			parseHTML: ({ style }: HTMLElement) => style.color.replace(/['"]+/g, '') || null,
			renderHTML: ({ color }) => (color ? { style: `color: ${color}` } : {})
		}
	}),
	parseHTML: () => [{ tag: 'span', getAttrs: ({ style }) => (style.color ? null : false) }],
	renderHTML: ({ HTMLAttributes }) => ['span', HTMLAttributes, 0]
});
