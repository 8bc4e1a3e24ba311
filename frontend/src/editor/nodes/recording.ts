/** A recording: to be heard or seen where it stands, with its name under it. */
import { mergeAttributes, Node } from '@tiptap/core';
import { addressOf } from '../blob';

export const Recording = Node.create({
	name: 'recording',
	group: 'block',
	atom: true,
	draggable: true,

	addAttributes() {
		return {
			src: { default: '', rendered: false },
			alt: { default: '', rendered: false },
			medium: { default: 'sound', rendered: false }
		};
	},

	parseHTML: () => [],

	renderHTML({ node, HTMLAttributes }) {
		const { src, alt, medium } = node.attrs;
		const what = {
			src: addressOf(String(src)),
			controls: '',
			preload: 'metadata',
			'aria-label': alt || 'A recording'
		};
		const player = medium === 'film' ? ['video', { ...what, playsinline: '' }] : ['audio', what];
		const frame = mergeAttributes(HTMLAttributes, { class: 'recording' });
		return ['figure', frame, src ? player : ['span', {}], ['figcaption', {}, String(alt ?? '')]] as never;
	}
});
