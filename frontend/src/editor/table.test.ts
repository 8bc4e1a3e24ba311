import { Editor } from '@tiptap/core';
import { afterEach, expect, it } from 'vitest';
import { pageExtensions } from './extensions';
import { columnChoices, rowChoices } from './table';
import { placesIn } from './table-places';
import { withWidth } from './table-widths';
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

function inCell(words: string, content = TABLE) {
	editor = new Editor({ extensions: pageExtensions(SURROUNDINGS), content });
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

const widths = () => [...editor.view.dom.querySelectorAll('col')].map((column) => column.style.width);

it('says how wide a column is in every cell of it, and no more than a page takes', () => {
	inCell('3').view.dispatch(withWidth(editor.state, 1, 200));
	expect(widths()).toEqual(['', '200px']);
	expect(editor.view.dom.querySelector('table')!.style.minWidth).toBe('288px');
	editor.view.dispatch(withWidth(editor.state, 0, 3));
	expect(widths()).toEqual(['48px', '200px']);
	choose(rowChoices(editor), 'Take out this row');
	expect(widths()).toEqual(['48px', '200px']);
	choose(columnChoices(editor), 'As wide as there is room');
	expect(widths()).toEqual(['', '200px']);
});

it('keeps the widths of tables that come from elsewhere', () => {
	const table =
		'<table><colgroup><col style="width: 90px"><col width="30"></colgroup><tr><td>Kelp</td><td>3</td></tr></table>';
	inCell('Kelp', table);
	expect(widths()).toEqual(['90px', '48px']);
});
