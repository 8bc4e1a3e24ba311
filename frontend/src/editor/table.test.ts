import { Editor } from '@tiptap/core';
import { afterEach, expect, it } from 'vitest';
import { pageExtensions } from './extensions';
import { columnChoices, rowChoices } from './table';
import { placesIn } from './table-places';
import type { Surroundings } from './types';

const SURROUNDINGS = {
	hand: 'teacher',
	teacherName: 'Ms Okafor',
	addFile: async () => null
} as unknown as Surroundings;
const TABLE =
	'<table><tr><td>Kelp</td><td>3</td></tr><tr><td>Wrack</td><td>5</td></tr></table><p>Behind it.</p>';
let editor: Editor;

afterEach(() => editor.destroy());

function inCell(words: string) {
	editor = new Editor({ extensions: pageExtensions(SURROUNDINGS), content: TABLE });
	let at = 0;
	editor.state.doc.descendants((node, position) => {
		if (node.isText && node.text === words) at = position;
	});
	editor.commands.setTextSelection(at + 1);
	return editor;
}

const rows = () =>
	[...editor.view.dom.querySelectorAll('tr')].map((row) =>
		[...row.querySelectorAll('td, th')].map((cell) => cell.textContent)
	);

function choose(choices: { words: string; run: () => void }[], words: string) {
	choices.find((choice) => choice.words === words)!.run();
}

it('moves a row and a column, with all that stands in them', () => {
	choose(rowChoices(inCell('Wrack')), 'Move this row up');
	expect(rows()).toEqual([
		['Wrack', '5'],
		['Kelp', '3']
	]);
	choose(columnChoices(editor), 'Move this column to the right');
	expect(rows()).toEqual([
		['5', 'Wrack'],
		['3', 'Kelp']
	]);
});

it.each([
	['Kelp', ['Move this row down'], ['Move this column to the right']],
	['5', ['Move this row up'], ['Move this column to the left']]
])('offers at %s only what there is room for', (words, up, across) => {
	const moves = (choices: { words: string }[]) =>
		choices.map((choice) => choice.words).filter((said) => said.startsWith('Move'));
	expect([moves(rowChoices(inCell(words))), moves(columnChoices(editor))]).toEqual([up, across]);
});

it('has handles only where the caret stands in a table', () => {
	const frame = document.createElement('div');
	expect(placesIn(inCell('Kelp'), frame)).not.toBeNull();
	expect(placesIn(inCell('Behind it.'), frame)).toBeNull();
});
