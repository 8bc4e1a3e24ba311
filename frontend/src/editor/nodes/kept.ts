/** Words that a merge kept: a knot, untied here with one touch. */
import { mergeAttributes, Node, type Editor } from '@tiptap/core';
import type { NodeViewRendererProps } from '@tiptap/core';
import { untie, writeAnew } from '../untie';
import { knob, outside, wrapped } from './furniture';
import type { Surroundings, Untying } from '../types';

const LABELS: Record<string, string> = {
	'both-changed': 'You had written',
	'taken-out': 'This part was taken out of the page. You had written',
	retyped: 'The place to answer has changed. You had written',
	title: 'You had called this page',
	'other-window': 'In another window you had written'
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
		const { surroundings } = this.options;
		return (props: NodeViewRendererProps) => {
			const dom = wrapped('kept');
			const frame = wrapped('kept-frame');
			const label = wrapped('kept-label');
			const contentDOM = wrapped('kept-body');
			label.contentEditable = 'false';
			const why = String(props.node.attrs.why);
			const said = Object.hasOwn(LABELS, why) ? LABELS[why]! : LABELS['both-changed']!;
			label.textContent = surroundings.hand === 'student' ? said : said.replace('You had', 'The student had');
			frame.append(label, contentDOM);
			if (surroundings.hand === 'student') frame.append(ownChoices(props, surroundings));
			else if (surroundings.untie) frame.append(choicesFor(props, surroundings.untie));
			dom.append(frame);
			return {
				dom,
				contentDOM,
				stopEvent: (event: Event) => !contentDOM.contains(event.target as globalThis.Node),
				ignoreMutation: outside(contentDOM)
			};
		};
	}
});

function row(...knobs: HTMLElement[]): HTMLElement {
	const made = wrapped('kept-choices');
	made.contentEditable = 'false';
	made.setAttribute('role', 'group');
	made.setAttribute('aria-label', 'Untie this knot');
	made.append(...knobs);
	return made;
}

/** The student's own choices, made in the page like any other change. */
function ownChoices(props: NodeViewRendererProps, { teacherName, retitle }: Surroundings): HTMLElement {
	const here = (run: (editor: Editor, at: number) => void) => () => {
		const at = props.getPos();
		if (at !== undefined) run(props.editor, at);
	};
	const untying = (how: Untying) => here((editor, at) => untie(editor, at, how, retitle));
	const mine = knob('Keep mine', untying('students'));
	const anew = knob(
		'Write it anew',
		here((editor, at) => {
			mine.textContent = 'Keep these words';
			anew.remove();
			writeAnew(editor, at);
		})
	);
	return row(
		mine,
		knob(`Take ${teacherName}’s`, untying('teachers')),
		knob('Keep both', untying('both')),
		anew
	);
}

/** The teacher's choices for a student. */
function choicesFor(props: NodeViewRendererProps, run: NonNullable<Surroundings['untie']>): HTMLElement {
	const untying = (how: Untying) => () => void run(String(props.node.attrs.id), how);
	return row(
		knob('Keep theirs', untying('students')),
		knob('Use mine', untying('teachers')),
		knob('Keep both', untying('both'))
	);
}
