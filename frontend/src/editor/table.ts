/** What can be done with a table, where the caret stands in it. */
import type { Editor } from '@tiptap/core';
import { TextSelection, type Command, type Transaction } from '@tiptap/pm/state';
import {
	addColumnAfter,
	addColumnBefore,
	addRowAfter,
	addRowBefore,
	deleteColumn,
	deleteRow,
	deleteTable,
	mergeCells,
	moveTableColumn,
	moveTableRow,
	selectedRect,
	splitCell,
	toggleHeader
} from '@tiptap/pm/tables';
import type { Choice } from './commands';
import { STEP, columnAt, withWidth } from './table-widths';

export function rowChoices(editor: Editor): Choice[] {
	const { top, map } = selectedRect(editor.state);
	const move = (words: string, to: number) =>
		choice(editor, words, (state, dispatch) => moveTableRow({ from: top, to })(state, dispatch));
	return [
		choice(editor, 'Add a row below', addRowAfter),
		choice(editor, 'Add a row above', addRowBefore),
		...(top > 0 ? [move('Move this row up', top - 1)] : []),
		...(top < map.height - 1 ? [move('Move this row down', top + 1)] : []),
		choice(editor, 'This row as a heading, or not', toggleHeader('row')),
		choice(editor, 'Take out this row', staying(deleteRow))
	];
}

export function columnChoices(editor: Editor): Choice[] {
	const { left, map } = selectedRect(editor.state);
	const move = (words: string, to: number) =>
		choice(editor, words, (state, dispatch) => moveTableColumn({ from: left, to })(state, dispatch));
	return [
		choice(editor, 'Add a column to the right', addColumnAfter),
		choice(editor, 'Add a column to the left', addColumnBefore),
		...(left > 0 ? [move('Move this column to the left', left - 1)] : []),
		...(left < map.width - 1 ? [move('Move this column to the right', left + 1)] : []),
		...widthChoices(editor),
		choice(editor, 'This column as a heading, or not', toggleHeader('column')),
		choice(editor, 'Take out this column', staying(deleteColumn))
	];
}

/** All of it: of the row, the column, cells that are chosen together, and the table as a whole. */
export function tableChoices(editor: Editor): Choice[] {
	return [
		...rowChoices(editor),
		...columnChoices(editor),
		...(mergeCells(editor.state) ? [choice(editor, 'Join the chosen cells', mergeCells)] : []),
		...(splitCell(editor.state) ? [choice(editor, 'Part this cell again', splitCell)] : []),
		choice(editor, 'Take out the table', deleteTable)
	];
}

function widthChoices(editor: Editor): Choice[] {
	const { index, width } = columnAt(editor.state);
	const shown = width || (editor.isInitialized ? shownWidth(editor) : 0);
	const to = (words: string, wanted: number) =>
		choice(editor, words, (state, dispatch) => {
			dispatch?.(withWidth(state, index, wanted));
			return true;
		});
	return [
		to('Make this column wider', shown + STEP),
		to('Make this column narrower', shown - STEP),
		...(width ? [to('As wide as there is room', 0)] : [])
	];
}

/** How wide the cell with the caret is on the screen. */
function shownWidth({ state, view }: Editor): number {
	const { node } = view.domAtPos(state.selection.from);
	const inside = node instanceof Element ? node : node.parentElement;
	return inside?.closest('td, th')?.getBoundingClientRect().width ?? 0;
}

function choice(editor: Editor, words: string, command: Command): Choice {
	const run = () => {
		command(editor.state, editor.view.dispatch);
		editor.commands.focus();
	};
	return { words, run };
}

/** The caret stays in the table of which a row or a column goes. */
const staying =
	(command: Command): Command =>
	(state, dispatch) => {
		const { tableStart } = selectedRect(state);
		const kept = (tr: Transaction) => dispatch?.(inTable(tr, tr.mapping.map(tableStart - 1, -1)));
		return command(state, dispatch && kept);
	};

function inTable(tr: Transaction, at: number): Transaction {
	const table = tr.doc.nodeAt(at);
	const { from } = tr.selection;
	if (table?.type.name !== 'table' || (from > at && from < at + table.nodeSize)) return tr;
	return tr.setSelection(TextSelection.near(tr.doc.resolve(at + table.nodeSize - 1), -1));
}
