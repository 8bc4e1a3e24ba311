import { describe, expect, it } from 'vitest';
import { strip } from './outcomes';

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
