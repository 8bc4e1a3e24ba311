/** Where the handles of a table go: at the edge of the row, over the column, and where the column ends, of the caret. */
import type { Editor } from '@tiptap/core';

type Box = DOMRect;

/** How far from the edge of the table the middle of a handle is, in pixels: between the thread and the words. */
const BESIDE = 9;

export interface Place {
	left: number;
	top: number;
}

/** Where a column ends, as long as the table is high; `wide`: the column, in pixels. */
export interface Edge extends Place {
	height: number;
	wide: number;
}

/** `column`, `edge`: nothing while they are out of sight of a table that is wider than the page. */
export interface Places {
	row: Place;
	column: Place | null;
	edge: Edge | null;
}

export function placesIn(editor: Editor, frame: HTMLElement): Places | null {
	const cell = cellAt(editor);
	const table = cell?.closest('table');
	const row = cell?.closest('tr');
	if (!cell || !table || !row) return null;
	const from = frame.getBoundingClientRect();
	const seen = (table.closest('.tableWrapper') ?? table).getBoundingClientRect();
	const [whole, across, down] = [table, cell, row].map((one) => one.getBoundingClientRect()) as [
		Box,
		Box,
		Box
	];
	const middle = across.left + across.width / 2;
	return {
		row: {
			left: Math.max(whole.left, seen.left) - BESIDE - from.left,
			top: down.top + down.height / 2 - from.top
		},
		column:
			middle > seen.left && middle < seen.right
				? { left: middle - from.left, top: whole.top - BESIDE - from.top }
				: null,
		edge:
			across.right > seen.left && across.right < seen.right + 1
				? {
						left: across.right - from.left,
						top: whole.top - from.top,
						height: whole.height,
						wide: across.width
					}
				: null
	};
}

function cellAt({ state, view }: Editor): HTMLElement | null {
	const { $from } = state.selection;
	for (let depth = $from.depth; depth > 0; depth--) {
		if (!['tableCell', 'tableHeader'].includes($from.node(depth).type.name)) continue;
		const dom = view.nodeDOM($from.before(depth));
		return dom instanceof HTMLElement ? dom : null;
	}
	return null;
}
