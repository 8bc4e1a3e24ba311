/** A formula on a line of its own, written as LaTeX; what is written shows while the caret is in it. */
import { mergeAttributes, Node, textblockTypeInputRule } from '@tiptap/core';
import type { NodeViewRendererProps } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import type { ViewMutationRecord } from '@tiptap/pm/view';
import { listen } from '../listen';
import { outside, wrapped } from './furniture';

export const Formula = Node.create({
	name: 'formula',
	group: 'block',
	content: 'text*',
	marks: '',
	code: true,
	defining: true,

	parseHTML: () => [{ tag: 'div[data-formula]', preserveWhitespace: 'full' }],
	renderHTML: ({ HTMLAttributes }) => ['div', mergeAttributes(HTMLAttributes, { 'data-formula': '' }), 0],
	addNodeView: () => (props) => new FormulaView(props),
	addInputRules() {
		return [textblockTypeInputRule({ find: /^\$\$\s$/, type: this.type })];
	},
	addKeyboardShortcuts() {
		const inFormula = () => this.editor.state.selection.$from.parent.type === this.type;
		return {
			Enter: () => inFormula() && this.editor.commands.exitCode(),
			'Shift-Enter': () => inFormula() && this.editor.commands.insertContent('\n'),
			Backspace: () =>
				inFormula() &&
				!this.editor.state.selection.$from.parent.content.size &&
				this.editor.commands.clearNodes()
		};
	}
});

class FormulaView {
	dom = wrapped('formula');
	contentDOM = document.createElement('code');
	#shown = wrapped('formula-shown');
	#drawn: string | null = null;
	#end: () => void;

	constructor(private props: NodeViewRendererProps) {
		this.#shown.contentEditable = 'false';
		this.contentDOM.spellcheck = false;
		this.contentDOM.className = 'formula-source';
		this.dom.append(this.#shown, this.contentDOM);
		this.#shown.addEventListener('click', () => this.#enter());
		this.#end = listen(props.editor, ['selectionUpdate', 'focus', 'blur'], () => this.#openWhereTheCaretIs());
		this.update(props.node);
		this.#openWhereTheCaretIs();
	}

	update(node: ProseNode): boolean {
		if (node.type.name !== 'formula') return false;
		const source = node.textContent;
		this.dom.classList.toggle('is-empty', !source.trim());
		if (source !== this.#drawn) {
			this.#drawn = source;
			void draw(source, this.#shown, () => this.#drawn === source);
		}
		return true;
	}

	ignoreMutation = (mutation: ViewMutationRecord) => outside(this.contentDOM)(mutation);

	destroy() {
		this.#end();
	}

	#enter() {
		const at = this.props.getPos();
		if (at !== undefined && this.props.editor.isEditable) {
			const end = at + 1 + (this.#drawn?.length ?? 0);
			this.props.editor.chain().focus().setTextSelection(end).run();
		}
	}

	#openWhereTheCaretIs() {
		const { editor, getPos } = this.props;
		const at = getPos();
		const { from, to } = editor.state.selection;
		const size = (this.#drawn?.length ?? 0) + 1;
		const inside = at !== undefined && from > at && to <= at + size;
		this.dom.classList.toggle('is-open', inside && editor.isEditable && editor.isFocused);
	}
}

/** Longer ones would hold up whoever reads the page, and stand as they were written. */
const LONGEST = 4000;

/** Draws a formula as soon as the library is here; what cannot be read as one stands as it was written. */
async function draw(source: string, into: HTMLElement, isCurrent: () => boolean) {
	const [{ default: katex }] = await Promise.all([import('katex'), import('katex/dist/katex.min.css')]);
	if (!isCurrent()) return;
	into.classList.remove('is-unread');
	try {
		if (source.length > LONGEST) throw new Error('too long to be drawn at every key');
		katex.render(source, into, { displayMode: true, maxSize: 30, maxExpand: 300, strict: 'ignore' });
	} catch {
		into.textContent = source;
		into.classList.add('is-unread');
	}
}
