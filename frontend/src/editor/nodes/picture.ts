/** A picture with its caption under it. */
import { mergeAttributes } from '@tiptap/core';
import Image from '@tiptap/extension-image';
import { addressOf, nameOf } from '../blob';

export const Picture = Image.extend({
	addAttributes() {
		return {
			...this.parent?.(),
			src: {
				default: null,
				parseHTML: (element: HTMLElement) => maybe(element.getAttribute('src')),
				renderHTML: ({ src }: Record<string, unknown>) => ({ src: addressOf(String(src ?? '')) })
			}
		};
	},
	parseHTML: () => [
		{
			tag: 'figure',
			getAttrs: (figure) => {
				const image = figure.querySelector('img[src]:not([src^="data:"])');
				if (!image) return false;
				const said = ['src', 'alt', 'title', 'width', 'height'] as const;
				const attributes = said.map((name) => [name, image.getAttribute(name)]);
				return { ...Object.fromEntries(attributes), src: maybe(image.getAttribute('src')) };
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

function maybe(address: string | null): string | null {
	return address === null ? null : nameOf(address);
}
