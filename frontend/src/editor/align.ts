/** Words in the middle or at the right; what says nothing begins where a line begins. */
import { Extension, type Editor } from '@tiptap/core';

const ALIGNS = ['center', 'right'];

export const Align = Extension.create({
	name: 'align',
	addGlobalAttributes: () => [
		{
			types: ['paragraph', 'heading'],
			attributes: {
				align: {
					default: null,
					parseHTML: ({ dataset, style }: HTMLElement) =>
						ALIGNS.find((align) => align === (dataset.align ?? style.textAlign)) ?? null,
					renderHTML: ({ align }) =>
						align ? { class: `align-${String(align)}`, 'data-align': String(align) } : {}
				}
			}
		}
	]
});

export function aligned(editor: Editor) {
	const to = (align: string | null) => () =>
		editor
			.chain()
			.focus()
			.updateAttributes('paragraph', { align })
			.updateAttributes('heading', { align })
			.run();
	return [
		{ words: 'To the left', run: to(null) },
		{ words: 'In the middle', run: to('center') },
		{ words: 'To the right', run: to('right') }
	];
}
