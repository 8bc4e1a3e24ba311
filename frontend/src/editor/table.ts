/** What can be done with a table, where the caret stands in it. */
import type { Editor } from '@tiptap/core';
import { moveTableColumn, moveTableRow, selectedRect } from '@tiptap/pm/tables';
import type { Choice } from './commands';

export function rowChoices(editor: Editor): Choice[] {
	const chain = () => editor.chain().focus();
	const { top, map } = selectedRect(editor.state);
	return [
		{ words: 'Add a row below', run: () => chain().addRowAfter().run() },
		{ words: 'Add a row above', run: () => chain().addRowBefore().run() },
		...(top > 0 ? [{ words: 'Move this row up', run: () => moveRow(editor, -1) }] : []),
		...(top < map.height - 1 ? [{ words: 'Move this row down', run: () => moveRow(editor, 1) }] : []),
		{ words: 'This row as a heading, or not', run: () => chain().toggleHeaderRow().run() },
		{ words: 'Take out this row', run: () => chain().deleteRow().run() }
	];
}

export function columnChoices(editor: Editor): Choice[] {
	const chain = () => editor.chain().focus();
	const { left, map } = selectedRect(editor.state);
	const right = left < map.width - 1;
	return [
		{ words: 'Add a column to the right', run: () => chain().addColumnAfter().run() },
		{ words: 'Add a column to the left', run: () => chain().addColumnBefore().run() },
		...(left > 0 ? [{ words: 'Move this column to the left', run: () => moveColumn(editor, -1) }] : []),
		...(right ? [{ words: 'Move this column to the right', run: () => moveColumn(editor, 1) }] : []),
		{ words: 'This column as a heading, or not', run: () => chain().toggleHeaderColumn().run() },
		{ words: 'Take out this column', run: () => chain().deleteColumn().run() }
	];
}

/** All of it: of the row, the column, cells that are chosen together, and the table as a whole. */
export function tableChoices(editor: Editor): Choice[] {
	const chain = () => editor.chain().focus();
	return [
		...rowChoices(editor),
		...columnChoices(editor),
		...(editor.can().mergeCells()
			? [{ words: 'Join the chosen cells', run: () => chain().mergeCells().run() }]
			: []),
		...(editor.can().splitCell()
			? [{ words: 'Part this cell again', run: () => chain().splitCell().run() }]
			: []),
		{ words: 'Take out the table', run: () => chain().deleteTable().run() }
	];
}

function moveRow(editor: Editor, step: -1 | 1) {
	const { top } = selectedRect(editor.state);
	moveTableRow({ from: top, to: top + step })(editor.state, editor.view.dispatch);
	editor.commands.focus();
}

function moveColumn(editor: Editor, step: -1 | 1) {
	const { left } = selectedRect(editor.state);
	moveTableColumn({ from: left, to: left + step })(editor.state, editor.view.dispatch);
	editor.commands.focus();
}
