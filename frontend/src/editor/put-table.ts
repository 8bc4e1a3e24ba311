/** A table of three by three, its first row as a heading, in the place of what is chosen. */
import type { Editor } from '@tiptap/core';
import type { Schema } from '@tiptap/pm/model';
import { TextSelection } from '@tiptap/pm/state';

export function putTable(editor: Editor) {
	const { tr, schema, selection } = editor.state;
	const at = selection.from + 1;
	tr.replaceSelectionWith(newTable(schema)).scrollIntoView();
	editor.view.dispatch(tr.setSelection(TextSelection.near(tr.doc.resolve(at))));
	editor.commands.focus();
}

function newTable({ nodes }: Schema) {
	const row = (kind: string) => {
		const cells = Array.from({ length: 3 }, () => nodes[kind]!.createAndFill()!);
		return nodes.tableRow!.createChecked(null, cells);
	};
	return nodes.table!.createChecked(null, ['tableHeader', 'tableCell', 'tableCell'].map(row));
}
