/** Words that a merge kept: a knot, untied here with one touch. */
import { mergeAttributes, Node } from '@tiptap/core';
import type { NodeViewRendererProps } from '@tiptap/core';
import { untie, type Untying } from '../untie';
import { knob, wrapped } from './furniture';
import type { Surroundings } from '../types';

const LABELS: Record<string, string> = {
	'both-changed': 'You had written',
	'taken-out': 'This part was taken out of the page. You had written',
	retyped: 'The place to answer has changed. You had written',
	title: 'You had called this page'
};

export const Kept = Node.create<{ surroundings: Surroundings }>({
	name: 'kept',
	group: 'block',
	content: 'block+',
	defining: true,
	isolating: true,
	addAttributes: () => ({ from: { default: '' }, why: { default: 'both-changed' } }),
	parseHTML: () => [{ tag: 'div[data-kept]' }],
	renderHTML: ({ HTMLAttributes }) => ['div', mergeAttributes(HTMLAttributes, { 'data-kept': '' }), 0],

	addNodeView() {
		const { hand, teacherName } = this.options.surroundings;
		return (props: NodeViewRendererProps) => {
			const dom = wrapped('kept');
			const frame = wrapped('kept-frame');
			const label = wrapped('kept-label');
			const contentDOM = wrapped('kept-body');
			label.contentEditable = 'false';
			const said = LABELS[props.node.attrs.why] ?? LABELS['both-changed']!;
			label.textContent = hand === 'student' ? said : said.replace('You had', 'The student had');
			frame.append(label, contentDOM);
			if (hand === 'student') frame.append(choices(props, teacherName));
			dom.append(frame);
			return {
				dom,
				contentDOM,
				stopEvent: (event: Event) => !contentDOM.contains(event.target as globalThis.Node),
				ignoreMutation: (mutation) =>
					mutation.type !== 'selection' && !contentDOM.contains(mutation.target as globalThis.Node)
			};
		};
	}
});

function choices(props: NodeViewRendererProps, teacherName: string): HTMLElement {
	const row = wrapped('kept-choices');
	row.contentEditable = 'false';
	const run = (how: Untying) => () => {
		const at = props.getPos();
		if (at !== undefined) untie(props.editor, at, how);
	};
	row.append(
		knob('Keep mine', run('mine')),
		knob(`Take ${teacherName}’s`, run('teachers')),
		knob('Keep both', run('both'))
	);
	return row;
}
