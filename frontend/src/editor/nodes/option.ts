/** One choice in a choice space. */
import { mergeAttributes, Node } from '@tiptap/core';
import type { NodeViewRendererProps } from '@tiptap/core';
import { outside, wrapped } from './furniture';
import type { Surroundings } from '../types';

/** Picks an option, or lets it go. Where one alone may be picked, the others are let go with it. */
function choose(props: NodeViewRendererProps, picked: boolean) {
	const at = props.getPos();
	if (at === undefined) return;
	const { state, view } = props.editor;
	const place = state.doc.resolve(at);
	const transaction = state.tr.setNodeAttribute(at, 'picked', picked);
	if (picked && place.parent.attrs.several === false) {
		place.parent.forEach((other, offset) => {
			const there = place.start() + offset;
			if (there !== at && other.attrs.picked) transaction.setNodeAttribute(there, 'picked', false);
		});
	}
	view.dispatch(transaction);
}

/** Whether one alone may be picked of those among which it stands. */
function ofOne({ getPos, editor }: NodeViewRendererProps): boolean {
	const at = getPos();
	return at !== undefined && editor.state.doc.resolve(at).parent.attrs.several === false;
}

/** Arrows go from choice to choice, as in any list of them. */
function toNext(event: KeyboardEvent, dom: HTMLElement) {
	const next = { ArrowDown: dom.nextElementSibling, ArrowUp: dom.previousElementSibling }[event.key];
	if (next === undefined) return;
	event.preventDefault();
	next?.querySelector<HTMLElement>('.option-pick')?.focus();
}

export const OptionNode = Node.create<{ surroundings: Surroundings }>({
	name: 'option',
	content: 'block+',
	defining: true,
	addAttributes: () => ({ picked: { default: false } }),
	parseHTML: () => [{ tag: 'div[data-option]' }],
	renderHTML: ({ HTMLAttributes }) => ['div', mergeAttributes(HTMLAttributes, { 'data-option': '' }), 0],

	addNodeView() {
		const { hand } = this.options.surroundings;
		return (props) => {
			const dom = wrapped('option');
			const pick = document.createElement('button');
			const contentDOM = wrapped('option-body');
			pick.type = 'button';
			pick.className = 'option-pick';
			pick.contentEditable = 'false';
			pick.disabled = hand !== 'student';
			// Whoever answers presses the words, and rewords none of them.
			if (hand === 'student') {
				contentDOM.contentEditable = 'false';
				dom.classList.add('is-pressed');
			}
			dom.append(pick, contentDOM);
			let node = props.node;
			const show = () => {
				pick.setAttribute('role', ofOne(props) ? 'radio' : 'checkbox');
				pick.setAttribute('aria-checked', String(Boolean(node.attrs.picked)));
				pick.setAttribute('aria-label', `Pick: ${node.textContent}`);
			};
			const press = () => choose(props, !node.attrs.picked);
			(hand === 'student' ? dom : pick).addEventListener('click', press);
			pick.addEventListener('keydown', (event) => toNext(event, dom));
			show();
			return {
				dom,
				contentDOM,
				update(next) {
					if (next.type.name !== 'option') return false;
					node = next;
					show();
					return true;
				},
				stopEvent: (event: Event) =>
					(hand === 'student' ? dom : pick).contains(event.target as globalThis.Node),
				ignoreMutation: outside(contentDOM)
			};
		};
	}
});
