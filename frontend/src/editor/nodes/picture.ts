/** A picture with its caption under it. */
import { mergeAttributes } from '@tiptap/core';
import Image from '@tiptap/extension-image';

export const Picture = Image.extend({
	parseHTML: () => [
		{
			tag: 'figure',
			getAttrs: (figure) => {
				const image = figure.querySelector('img[src]:not([src^="data:"])');
				if (!image) return false;
				const said = ['src', 'alt', 'title', 'width', 'height'] as const;
				return Object.fromEntries(said.map((name) => [name, image.getAttribute(name)]));
			},
			// The caption is the picture's title already.
			getContent: (_figure, schema) => schema.nodes.image!.create().content
		},
		{ tag: 'img[src]:not([src^="data:"])' }
	],
	renderHTML({ HTMLAttributes }) {
		const caption = HTMLAttributes.title ? [['figcaption', {}, String(HTMLAttributes.title)]] : [];
		const image = mergeAttributes(this.options.HTMLAttributes, { ...HTMLAttributes, title: undefined });
		return ['figure', { class: 'picture' }, ['img', image], ...caption] as never;
	}
});
