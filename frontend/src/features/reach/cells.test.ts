import { describe, expect, it } from 'vitest';
import { cellOf, cellWords, totalsOf } from './cells';

describe('cells', () => {
	it.each([
		[0, 'not given'],
		[1, 'not opened'],
		[1 + 8, 'not opened, behind the newest edition'],
		[2, 'opened'],
		[3 + 32 * 5, 'writing, about 5 tenths answered'],
		[3 + 16, 'writing, a knot to untie'],
		[4 + 8, 'ready to read, behind the newest edition'],
		[5, 'put away'],
		[6, 'pulled back, with writing on it'],
		[7, 'cut loose, a page of their own']
	])('says %i as “%s”', (code, words) => expect(cellWords(cellOf(code))).toBe(words));

	it('adds a page up', () =>
		expect(totalsOf([0, 1, 2, 3, 4, 3 + 8, 3 + 16, 6, 7])).toEqual({
			given: 6,
			opened: 5,
			written: 4,
			behind: 1,
			knots: 1,
			takenBack: 1,
			loose: 1
		}));
});
