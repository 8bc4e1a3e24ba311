import { describe, expect, it } from 'vitest';
import { strip, together } from './outcomes';

describe('the strip', () => {
	it('shows for each student what matters most, and in that order', () =>
		expect(
			strip(
				[
					{ outcome: 'has-it', notebook_ids: [1, 2, 3] },
					{ outcome: 'placed', notebook_ids: [2] },
					{ outcome: 'conflicted', notebook_ids: [3] }
				],
				[1, 2, 3, 4]
			)
		).toEqual(['conflicted', 'placed', 'has-it', null]));
});

it('puts the rows of one page and one reason together, wherever they stand', () => {
	const row = (page_id: number, reason: string, notebook_ids: number[]) => ({
		page_id,
		reason,
		notebook_ids,
		holder: null
	});
	const rows = [row(7, '', [1]), row(8, '', [1]), row(7, 'late', [4]), row(7, '', [2, 3])];
	expect(together(rows)).toEqual([row(7, '', [1, 2, 3]), row(8, '', [1]), row(7, 'late', [4])]);
});
