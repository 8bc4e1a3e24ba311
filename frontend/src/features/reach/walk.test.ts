import { expect, it } from 'vitest';
import { walk } from './walk';

// Four rows of five; the dots were not given.
const DRAWN = ['x.xx.', 'xxxxx', '.x...', 'xxxx.'];
const cloth = { rows: 4, columns: 5, has: (row: number, column: number) => DRAWN[row]![column] === 'x' };

it.each([
	['ArrowRight', false, [0, 0], [0, 2]],
	['ArrowRight', false, [0, 3], null],
	['ArrowDown', false, [1, 0], [3, 0]],
	['ArrowUp', false, [1, 4], null],
	['Home', false, [2, 3], [2, 1]],
	['End', false, [0, 0], [0, 3]],
	['Home', true, [3, 2], [0, 0]],
	['End', true, [0, 0], [3, 3]],
	['PageDown', false, [0, 2], [3, 2]],
	['PageUp', false, [3, 3], [0, 3]],
	['a', false, [0, 0], null]
] as const)('%s (whole: %s) leads from %j to %j', (key, whole, [row, column], to) => {
	const place = walk({ row, column }, key, whole, cloth);
	expect(place && [place.row, place.column]).toEqual(to);
});
