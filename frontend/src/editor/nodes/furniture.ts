/** Small pieces that the node views are made of. */
import type { NodeViewRendererProps } from '@tiptap/core';

export function wrapped(className: string, tag = 'div'): HTMLElement {
	const element = document.createElement(tag);
	element.className = className;
	return element;
}

export function knob(words: string, run: () => void): HTMLButtonElement {
	const button = document.createElement('button');
	button.type = 'button';
	button.textContent = words;
	button.addEventListener('click', (event) => {
		event.preventDefault();
		run();
	});
	return button;
}

/** A field of one paragraph that grows with its words; Enter leaves it. */
export function field(
	invitation: string,
	change: (value: string) => void,
	leave: () => void = () => {}
): HTMLTextAreaElement {
	const input = document.createElement('textarea');
	input.rows = 1;
	input.placeholder = invitation;
	input.setAttribute('aria-label', invitation);
	input.addEventListener('input', () => change(input.value.replaceAll('\n', ' ')));
	input.addEventListener('keydown', (event) => {
		if (event.key !== 'Enter') return;
		event.preventDefault();
		leave();
	});
	return input;
}

/**
 * What a view answers to `ignoreMutation`: what changes in its furniture is no matter of the page. A caret that comes to
 * stand there is: unless the editor takes it into the page, what is typed at it is in no page, and lost.
 */
export const outside =
	(content: HTMLElement) =>
	({ type, target }: { type: string; target: Node }): boolean =>
		type !== 'selection' && !content.contains(target);

/** Sets attributes of the node that a view shows. */
export function setAttributes(props: NodeViewRendererProps, attributes: Record<string, unknown>) {
	const at = props.getPos();
	if (at === undefined) return;
	props.editor.view.dispatch(
		Object.entries(attributes).reduce(
			(transaction, [name, value]) => transaction.setNodeAttribute(at, name, value),
			props.editor.state.tr
		)
	);
}
