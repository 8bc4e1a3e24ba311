/** A blank in a sentence. */
import { mergeAttributes, Node } from '@tiptap/core';
import { setAttributes } from './furniture';
import { newId, type Surroundings } from '../types';

export const Gap = Node.create<{ surroundings: Surroundings }>({
	name: 'gap',
	group: 'inline',
	inline: true,
	atom: true,
	selectable: true,
	addAttributes: () => ({ id: { default: null }, answer: { default: '' } }),
	parseHTML: () => [{ tag: 'span[data-gap]', getAttrs: () => ({ id: newId() }) }],
	renderHTML: ({ HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes, { 'data-gap': '' })],

	addNodeView() {
		const { hand } = this.options.surroundings;
		return (props) => {
			const dom = document.createElement('input');
			dom.className = 'gap';
			dom.size = 8;
			dom.readOnly = hand !== 'student';
			dom.setAttribute('aria-label', 'Fill the gap');
			dom.value = props.node.attrs.answer ?? '';
			dom.addEventListener('input', () => setAttributes(props, { answer: dom.value }));
			return {
				dom,
				update(next) {
					if (next.type.name !== 'gap') return false;
					if (document.activeElement !== dom) dom.value = next.attrs.answer ?? '';
					return true;
				},
				stopEvent: () => true,
				ignoreMutation: () => true
			};
		};
	}
});
