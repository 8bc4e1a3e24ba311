// @vitest-environment jsdom
import { Editor } from '@tiptap/core';
import { afterEach, expect, it } from 'vitest';
// What the core does with the same pages: tests/core/test_twins.py.
import twins from '../../../tests/twins.json';
import { pageExtensions } from './extensions';
import { teachersPart, tidy } from './tidy';
import type { PageNode, Untying } from './types';
import { untie } from './untie';

let editor: Editor;
let title: string;

afterEach(() => editor?.destroy());

function open(page: PageNode) {
	title = String(page.attrs!.title);
	const retitle = (given: string) => (title = given);
	const surroundings = { onlySpaces: false, addFile: async () => null, teacherName: '', retitle };
	editor = new Editor({
		extensions: pageExtensions({ hand: 'student', ...surroundings }),
		content: { type: 'doc', content: page.content }
	});
}

function placeOf(id: string): number {
	let found = -1;
	editor.state.doc.descendants((node, at) => {
		if (node.attrs.id === id) found = at;
	});
	return found;
}

/** The page as it stands; ids that it did not have before go by one name, for they are made by chance. */
function stands(before: string, page: PageNode): PageNode {
	const known = new Set([...before.matchAll(/"id":"([^"]*)"/g)].map((found) => found[1]));
	return JSON.parse(JSON.stringify(page), (key, value) =>
		key === 'id' && !known.has(value as string) ? 'new' : (value as unknown)
	) as PageNode;
}

it.each(twins.untie)('unties as the core does: $case', ({ page, kept, how, after }) => {
	open(page);
	untie(editor, placeOf(kept), how as Untying, (given) => (title = given));
	const said = JSON.stringify(page);
	const now = { type: 'doc', attrs: { title }, content: tidy(editor.getJSON() as PageNode).content };
	expect(stands(said, now)).toEqual(stands(said, after as PageNode));
});

it.each(twins.teachers_part)('holds to be the teacher’s what the core does: $case', ({ page, part }) => {
	expect(tidy(teachersPart(page as PageNode))).toEqual(tidy(part as PageNode));
});
