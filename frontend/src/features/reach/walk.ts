/** From stitch to stitch by key: where a page was not given there is none, and one goes on past it. */
export interface Place {
	row: number;
	column: number;
}
interface Cloth {
	rows: number;
	columns: number;
	/** Whether a stitch is there. */
	has: (row: number, column: number) => boolean;
}

/** How many rows a page up or down is. */
const FAR = 10;
const STEPS: Record<string, [number, number]> = {
	ArrowUp: [-1, 0],
	ArrowDown: [1, 0],
	ArrowLeft: [0, -1],
	ArrowRight: [0, 1],
	PageUp: [-1, 0],
	PageDown: [1, 0],
	Home: [0, 1],
	End: [0, -1]
};

/** The stitch to which a key leads; null if it leads to none. `whole`: to the cloth's corner and not to the row's end. */
export function walk(at: Place, key: string, whole: boolean, cloth: Cloth): Place | null {
	const step = STEPS[key];
	if (!step) return null;
	let { row, column } = begin(at, key, whole, cloth, step);
	while (row >= 0 && row < cloth.rows && column >= 0 && column < cloth.columns) {
		if (cloth.has(row, column)) return { row, column };
		row += step[0];
		column += step[1];
	}
	return null;
}

function begin(
	at: Place,
	key: string,
	whole: boolean,
	{ rows, columns }: Cloth,
	step: [number, number]
): Place {
	if (key === 'Home') return { row: whole ? 0 : at.row, column: 0 };
	if (key === 'End') return { row: whole ? rows - 1 : at.row, column: columns - 1 };
	const many = key.startsWith('Page') ? FAR : 1;
	const row = at.row + step[0] * many;
	// A page further than the cloth is its last row.
	const within = many > 1 ? Math.min(rows - 1, Math.max(0, row)) : row;
	return { row: within, column: at.column + step[1] };
}
