// @vitest-environment jsdom
/** Whatever is pasted and typed, and by whatever command, the page that comes of it is one that the core takes. */
import { Editor } from '@tiptap/core';
import { afterEach, expect, it } from 'vitest';
import { HOLDS, KINDS, MARKS } from '../api/generated/kinds';
import CLIPBOARD from '../../../tests/clipboard.json';
import VALUES from '../../../tests/values.json';
import { pageExtensions } from './extensions';
import { cleaned } from './pasted';
import { keeps, type Rule } from './rules';
import { writable } from './savable';
import { tidy } from './tidy';
import type { PageNode } from './types';

const nowhere = { left: 0, top: 0, right: 0, bottom: 0 } as DOMRect;
Range.prototype.getClientRects = () => [] as never;
Range.prototype.getBoundingClientRect = () => nowhere;

// What the editor makes of a paste here; the browser's own is tried in tests/e2e.
globalThis.ClipboardEvent ??= class extends Event {} as never;

type Table = Record<string, { attributes: Record<string, Rule | string> }>;
let editor: Editor | undefined;
afterEach(() => editor?.destroy());

function open(hand: 'teacher' | 'student' = 'teacher') {
	editor = new Editor({
		element: document.body.appendChild(document.createElement('div')),
		extensions: pageExtensions({ hand, onlySpaces: false, addFile: async () => null, teacherName: '' }),
		editorProps: { transformPasted: (slice) => cleaned(slice, () => 'data') },
		content: '<p>First.</p><p>Second.</p>'
	});
	return editor;
}

/** Every reason for which the core would refuse a page, read off its table. */
function offences(node: PageNode, found: string[] = []): string[] {
	const kind = (KINDS as unknown as Table)[node.type]!;
	for (const [name, value] of Object.entries(node.attrs ?? {})) {
		if (name !== 'id' && !keeps(kind.attributes[name], value))
			found.push(`${node.type}.${name}=${String(value)}`);
	}
	for (const mark of node.marks ?? []) {
		const rules = (MARKS as unknown as Record<string, Record<string, Rule | string>>)[mark.type];
		if (!rules) found.push(mark.type);
		for (const [name, value] of Object.entries(mark.attrs ?? {})) {
			if (!keeps(rules?.[name], value)) found.push(`${mark.type}.${name}=${String(value)}`);
		}
	}
	for (const child of node.content ?? []) {
		if (!(HOLDS as Record<string, readonly string[]>)[node.type]!.includes(child.type))
			found.push(`${child.type} in ${node.type}`);
		offences(child, found);
	}
	if (node.type === 'text' && (!node.text || writable(node.text) !== node.text)) found.push('text');
	return found;
}

const made = () => ({ ...tidy(editor!.getJSON() as PageNode), attrs: {} });

it.each(Object.entries(VALUES))(
	'keeps the rule of %s as the core does',
	(rule, { keep, break: breaking }) => {
		expect((keep as unknown[]).filter((value) => !keeps({ rule }, value))).toEqual([]);
		expect((breaking as unknown[]).filter((value) => keeps({ rule }, value))).toEqual([]);
	}
);

it.each(CLIPBOARD)('takes a paste from $from', ({ html }) => {
	open().commands.setTextSelection(4);
	editor!.view.pasteHTML(html);
	expect(offences(made())).toEqual([]);
	expect(editor!.state.doc.textContent).toContain('st.');
});

it('keeps of a font nothing, not even a colour without a value', () => {
	open().view.pasteHTML(CLIPBOARD[1]!.html);
	expect(JSON.stringify(made())).not.toContain('textStyle');
});

it.each([
	['textStyle', { color: '' }],
	['textStyle', { color: 'url(//x)' }],
	['highlight', { color: 'x;y' }],
	['link', { href: 'javascript:alert(1)' }],
	['link', { href: '/x', class: 'fixed inset-0', title: 'x'.repeat(20_000) }]
])('mends a mark that some command sets: %s %o', (name, attrs) => {
	open().commands.setTextSelection({ from: 1, to: 5 });
	editor!.commands.setMark(name, attrs);
	expect(offences(made())).toEqual([]);
});

it.each([
	[{ type: 'image', attrs: { src: 'javascript:1', width: '100vw' } }],
	[{ type: 'codeBlock', attrs: { language: 'x fixed' }, content: [{ type: 'text', text: 'y' }] }],
	[{ type: 'paragraph', attrs: { align: 'fixed' }, content: [{ type: 'text', text: 'a\u0000b\ud800' }] }],
	[{ type: 'callout', attrs: { tone: 'loud' }, content: [{ type: 'paragraph' }] }]
])('mends a block that some command puts in: %o', (content) => {
	open().commands.insertContent(content);
	expect(offences(made())).toEqual([]);
});

it('makes pages that can be saved of random pastes, keys and commands', () => {
	let seed = 7;
	const chance = (most: number) => (seed = (seed * 48_271) % 2_147_483_647) % most;
	for (let world = 0; world < 12; world++) {
		open(world % 3 ? 'teacher' : 'student');
		for (let step = 0; step < 12; step++) {
			const { commands, view, state } = editor!;
			commands.setTextSelection(1 + chance(state.doc.content.size));
			const pasted = CLIPBOARD[chance(CLIPBOARD.length)]!.html;
			const cut = chance(pasted.length);
			const doing = [
				() => view.pasteHTML(chance(2) ? pasted : pasted.slice(0, cut)),
				() => commands.insertContent(['x', '🦀', 'e\u0301'.repeat(40), '\ud83e'][chance(4)]!),
				() => commands.toggleBulletList(),
				() => commands.setMark('textStyle', { color: ['', 'red', '#12', 'var(--x)'][chance(4)] }),
				() => commands.splitBlock(),
				() => commands.joinBackward(),
				() => commands.undo()
			];
			doing[chance(doing.length)]!();
			expect(offences(made())).toEqual([]);
		}
		editor!.destroy();
	}
});
