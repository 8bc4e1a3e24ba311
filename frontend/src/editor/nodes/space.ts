/** A place to answer: the prompt is the teacher's, what is in it the student's. */
import { mergeAttributes, Node } from '@tiptap/core';
import type { NodeViewRendererProps } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import type { ViewMutationRecord } from '@tiptap/pm/view';
import { addressOf } from '../blob';
import { Plugin } from '@tiptap/pm/state';
import { knob, outside, setAttributes, wrapped } from './furniture';
import { SketchPad } from './sketch';
import { putFile } from '../put-file';
import { newId, type SpaceAsks, type Surroundings } from '../types';

/** What a number is written with: 12 950, -3,5, 1.2e3, 8:40, 3/4. */
const OF_A_NUMBER = /^[\d\s.,:/%+\-−×^()e]*$/;

/** The height of a line, as the style sheet draws it, in pixels. */
const LINE = 27.5;
const USUAL_LINES = 2;
const MOST_LINES = 60;

export const Space = Node.create<{ surroundings: Surroundings }>({
	name: 'space',
	group: 'block',
	content: '(block | option)+',
	defining: true,
	isolating: true,

	addAttributes: () => ({
		prompt: { default: '' },
		kind: { default: 'lines' },
		// Of what is pasted as markup only the words come along: the rest is no text.
		...Object.fromEntries(
			['lines', 'unit', 'several', 'pins', 'strokes', 'over'].map((name) => [
				name,
				{ default: null, rendered: false, parseHTML: () => null }
			])
		)
	}),
	parseHTML: () => [{ tag: 'div[data-space]' }],
	renderHTML: ({ HTMLAttributes }) => ['div', mergeAttributes(HTMLAttributes, { 'data-space': '' }), 0],

	addProseMirrorPlugins: () => [
		new Plugin({
			props: {
				handleTextInput: ({ state }, from, _, text) => {
					const place = state.doc.resolve(from);
					return place.depth > 1 && place.node(-1).attrs.kind === 'number' && !OF_A_NUMBER.test(text);
				}
			}
		})
	],

	addNodeView() {
		return (props) => new SpaceView(props, this.options.surroundings);
	}
});

class SpaceView {
	dom = wrapped('space');
	contentDOM = document.createElement('div');
	#frame = wrapped('space-frame');
	#prompt = wrapped('space-prompt');
	#asks: SpaceAsks | undefined;
	#unit = wrapped('space-unit', 'span');
	#sketch: SketchPad | null = null;

	constructor(
		private props: NodeViewRendererProps,
		private surroundings: Surroundings
	) {
		this.#prompt.contentEditable = 'false';
		this.contentDOM.className = 'space-body';
		this.#unit.contentEditable = 'false';
		this.#frame.append(this.#prompt, this.contentDOM, this.#unit);
		this.dom.append(this.#frame);
		this.#asks = surroundings.asks?.({
			set: (attributes) => this.#set(attributes),
			leave: () => this.#leave(),
			lay: () => this.#underlay(),
			within: () => this.#within()
		});
		if (this.#asks) this.#prompt.append(this.#asks.dom);
		this.#addKindTools(props.node);
		this.update(props.node);
	}

	#addKindTools(node: ProseNode) {
		if (node.attrs.kind === 'sketch' || node.attrs.strokes?.length) {
			const canDraw = this.surroundings.hand === 'student' && node.attrs.kind === 'sketch';
			this.#sketch = new SketchPad(canDraw, (strokes) => this.#set({ strokes }));
			this.#frame.insertBefore(this.#sketch.dom, this.contentDOM);
		}
		if (node.attrs.kind === 'photo' && this.surroundings.hand === 'student') {
			const tools = wrapped('space-tools');
			tools.contentEditable = 'false';
			tools.append(knob('Add a photo', () => this.#addPhoto()));
			this.#frame.append(tools);
		}
	}

	#addPhoto() {
		this.#choose((file) => {
			const at = this.props.getPos();
			if (at === undefined) return;
			const end = at + (this.props.editor.state.doc.nodeAt(at)?.nodeSize ?? 2) - 1;
			void putFile(this.props.editor, this.surroundings, file, end);
		});
	}

	#choose(take: (file: File) => void) {
		const chooser = document.createElement('input');
		chooser.type = 'file';
		chooser.accept = 'image/*';
		chooser.onchange = () => {
			const file = chooser.files?.[0];
			if (file) take(file);
		};
		chooser.click();
	}

	#underlay() {
		const { over } = this.#now().attrs;
		if (over) this.#set({ over: null });
		else this.#choose((file) => void this.#lay(file));
	}

	async #lay(file: File) {
		const stored = await this.surroundings.addFile(file, newId());
		if (stored) this.#set({ over: stored.fingerprint });
	}

	#now(): ProseNode {
		const at = this.props.getPos();
		return (at === undefined ? null : this.props.editor.state.doc.nodeAt(at)) ?? this.props.node;
	}

	#within() {
		const at = this.props.getPos();
		if (at === undefined) return null;
		return { editor: this.props.editor, from: at + 1, to: at + this.#now().nodeSize - 1 };
	}

	#leave() {
		const at = this.props.getPos();
		const { editor } = this.props;
		const node = at === undefined ? null : editor.state.doc.nodeAt(at);
		if (at !== undefined && node)
			editor.commands.focus(Math.min(at + node.nodeSize + 1, editor.state.doc.content.size));
	}

	#set(attributes: Record<string, unknown>) {
		setAttributes(this.props, attributes);
	}

	update(node: ProseNode) {
		if (node.type.name !== 'space') return false;
		const { prompt, kind } = node.attrs;
		if (this.#sketch === null && (kind === 'sketch' || node.attrs.strokes?.length)) return false;
		this.dom.className = `space ${kind}${hasAnswer(node) ? ' answered' : ''}`;
		if (this.#asks) this.#asks.show(node.attrs);
		else this.#prompt.textContent = prompt;
		this.#unit.textContent = kind === 'number' ? String(node.attrs.unit ?? '') : '';
		this.contentDOM.style.minHeight = kind === 'lines' ? `${linesOf(node.attrs.lines) * LINE}px` : '';
		const ofOne = kind === 'choice' && node.attrs.several === false;
		this.contentDOM.setAttribute('role', ofOne ? 'radiogroup' : 'group');
		this.contentDOM.setAttribute('aria-label', prompt || 'Your answer');
		this.#sketch?.lieOn(addressOf(String(node.attrs.over ?? '')));
		this.#sketch?.draw(Array.isArray(node.attrs.strokes) ? node.attrs.strokes : []);
		return true;
	}

	stopEvent(event: Event) {
		return !this.contentDOM.contains(event.target as globalThis.Node);
	}

	ignoreMutation = (mutation: ViewMutationRecord) => outside(this.contentDOM)(mutation);
}

function linesOf(said: unknown): number {
	const lines = Math.round(Number(said));
	return lines >= 1 ? Math.min(lines, MOST_LINES) : USUAL_LINES;
}

function hasAnswer(node: ProseNode): boolean {
	if (node.attrs.strokes?.length || node.attrs.pins?.length) return true;
	let found = node.attrs.kind !== 'choice' && node.textContent.trim() !== '';
	node.descendants((child) => {
		if (child.type.name === 'image' || child.attrs.picked) found = true;
	});
	return found;
}
