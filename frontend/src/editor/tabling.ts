/** How tables are worked on: what a page without one has no need of. */
import type { Editor } from '@tiptap/core';
import { keymap } from '@tiptap/pm/keymap';
import type { Command } from '@tiptap/pm/state';
import { CellSelection, addRowAfter, deleteTable, goToNextCell, tableEditing } from '@tiptap/pm/tables';

export { tableChoices } from './table';
export { default as TableHandles } from './TableHandles.svelte';

/** The keys come before those of lists, of which one may stand in a cell; the rest after all others. */
export function tabling(editor: Editor) {
	const keys = keymap({
		Tab: () => toNextCell(editor),
		'Shift-Tab': goToNextCell(-1),
		...Object.fromEntries(
			['Backspace', 'Mod-Backspace', 'Delete', 'Mod-Delete'].map((key) => [key, takenOut])
		)
	});
	editor.registerPlugin(keys, (plugin, plugins) => [plugin, ...plugins]);
	editor.registerPlugin(tableEditing());
}

function toNextCell(editor: Editor): boolean {
	const next = () => goToNextCell(1)(editor.state, editor.view.dispatch);
	return next() || (addRowAfter(editor.state, editor.view.dispatch) && next());
}

/** With all of its cells chosen, the key that takes out takes out the table. */
const takenOut: Command = (state, dispatch) => {
	const { selection } = state;
	const all = selection instanceof CellSelection && selection.isColSelection() && selection.isRowSelection();
	return all && deleteTable(state, dispatch);
};
