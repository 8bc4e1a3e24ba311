/** How the columns of a table are made wider and narrower, in pixels of a page on a screen. */
import { closeHistory } from '@tiptap/pm/history';
import type { Node as ProseNode } from '@tiptap/pm/model';
import type { EditorState, Transaction } from '@tiptap/pm/state';
import { selectedRect } from '@tiptap/pm/tables';
import { LEAST, columnWidths } from './nodes/table';

export const MOST = 640;
/** One press wider or narrower. */
export const STEP = 32;

/** Every cell of the column is told, so that the width stays whichever row goes. */
export function withWidth(state: EditorState, column: number, width: number): Transaction {
	const { map, table, tableStart } = selectedRect(state);
	const wide = width && Math.round(Math.min(Math.max(width, LEAST), MOST));
	const told = new Set<number>();
	let tr = closeHistory(state.tr);
	for (let row = 0; row < map.height; row++) {
		const at = map.map[row * map.width + column]!;
		if (told.has(at)) continue;
		told.add(at);
		const cell = table.nodeAt(at)!;
		const widths = widthsWith(cell, column - map.colCount(at), wide);
		tr = tr.setNodeMarkup(tableStart + at, null, { ...cell.attrs, colwidth: widths });
	}
	return tr;
}

function widthsWith(cell: ProseNode, index: number, width: number): number[] | null {
	const said = (cell.attrs.colwidth as (number | null)[] | null) ?? [];
	const widths = Array.from({ length: Number(cell.attrs.colspan) }, (_, k) => said[k] ?? 0);
	widths[index] = width;
	return widths.some(Boolean) ? widths : null;
}

/** Of the column in which the caret stands. */
export function columnAt(state: EditorState): { index: number; width: number } {
	const { map, table, left } = selectedRect(state);
	return { index: left, width: columnWidths(table)[Math.min(left, map.width - 1)] ?? 0 };
}
