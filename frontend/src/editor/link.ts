/**
 * Links: an address that is typed or pasted becomes one by itself, a student's tap opens one.
 *
 * A mark of our own: the library's brings a list of all the world's domains along, a tenth of what a phone waits for.
 */
import { Mark, markPasteRule } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import { addressOf } from './address';
import { isAddress } from './rules';
import type { Surroundings } from './types';

const OUTWARDS = { target: '_blank', rel: 'noopener noreferrer nofollow' };
/** What is an address to anybody who reads it; `tides.md` is none. */
const SPOKEN = String.raw`(?:https?:\/\/|www\.)[^\s<>"“”]+[^\s<>"“”.,;:!?)\]’'…]|[\w.+-]+@[\w-]+(?:\.[\w-]+)+`;
const LAST_WORD = new RegExp(String.raw`(?:^|[\s(\[“"])(${SPOKEN})[.,;:!?)\]”"]*$`, 'i');
const ALONE = new RegExp(`^(?:${SPOKEN})$`, 'i');

export const Link = Mark.create<{ surroundings: Surroundings }>({
	name: 'link',
	priority: 1000,
	keepOnSplit: false,
	inclusive: false,
	exitable: true,

	addAttributes: () => ({
		href: { default: null },
		target: { default: null },
		rel: { default: null },
		class: { default: null, rendered: false, parseHTML: () => null },
		title: { default: null }
	}),

	parseHTML: () => [{ tag: 'a[href]', getAttrs: (dom) => isAddress(dom.getAttribute('href') ?? '') && null }],

	/** Whatever a page says of its links, they never take the reader's own tab elsewhere. */
	renderHTML: ({ HTMLAttributes }) => [
		'a',
		{
			...HTMLAttributes,
			...OUTWARDS,
			href: isAddress(String(HTMLAttributes.href)) ? HTMLAttributes.href : ''
		},
		0
	],

	addKeyboardShortcuts() {
		return {
			Enter: () => {
				linkLastWord(this.editor.view);
				return false;
			}
		};
	},

	addPasteRules() {
		const getAttributes = ([address]: RegExpMatchArray) => ({ href: addressOf(address) });
		return [markPasteRule({ find: new RegExp(SPOKEN, 'gi'), type: this.type, getAttributes })];
	},

	addProseMirrorPlugins() {
		const { surroundings } = this.options;
		return [
			new Plugin({
				props: {
					handleTextInput(view, from, to, text) {
						if (from === to && /^\s$/.test(text)) linkLastWord(view);
						return false;
					},
					handlePaste: (view, event) => putOnChosen(view, event.clipboardData?.getData('text/plain') ?? ''),
					handleClick: (view, _pos, event) => opens(view, event, surroundings)
				}
			})
		];
	}
});

/** The word before the caret, if it is an address and no link or code yet. */
function linkLastWord(view: EditorView) {
	const { $from, empty } = view.state.selection;
	const { parent, parentOffset } = $from;
	const { link, code } = view.state.schema.marks;
	if (!empty || !link || !parent.isTextblock || parent.type.spec.code) return;
	const found = LAST_WORD.exec(parent.textBetween(Math.max(0, parentOffset - 500), parentOffset, null, '￼'));
	if (!found) return;
	const from = $from.pos - (found[0].length - found[0].indexOf(found[1]!));
	const to = from + found[1]!.length;
	const { doc, tr } = view.state;
	if (doc.rangeHasMark(from, to, link) || (code && doc.rangeHasMark(from, to, code))) return;
	view.dispatch(tr.addMark(from, to, link.create({ href: addressOf(found[1]!) })));
}

/** An address that is pasted over words leads from them; it does not take their place. */
function putOnChosen(view: EditorView, pasted: string): boolean {
	const { empty, from, to } = view.state.selection;
	const { link } = view.state.schema.marks;
	if (empty || !link || !ALONE.test(pasted.trim())) return false;
	view.dispatch(view.state.tr.addMark(from, to, link.create({ href: addressOf(pasted) })));
	return true;
}

/** Students read more links than they mend; a teacher's click puts the caret there, unless a key for opening is held. */
function opens(view: EditorView, event: MouseEvent, { hand }: Surroundings): boolean {
	if (!view.editable || (hand !== 'student' && !event.ctrlKey && !event.metaKey)) return false;
	const pressed = event.target instanceof Element ? event.target.closest('a') : null;
	const address = pressed?.getAttribute('href');
	if (event.button !== 0 || !address) return false;
	window.open(address, '_blank', 'noopener');
	return true;
}
