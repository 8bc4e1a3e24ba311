import { describe, expect, it } from 'vitest';
import { pathsOf, rubbed, strokeOf } from './nodes/strokes';

describe('a stroke', () => {
	it.each([
		[
			[
				[1, 2],
				[3, 4]
			],
			[
				[1, 2],
				[3, 4]
			]
		],
		[
			[1, 2, 3, 4],
			[
				[1, 2],
				[3, 4]
			]
		],
		[
			{
				points: [
					{ x: 1, y: 2 },
					{ x: 3, y: 4 }
				]
			},
			[
				[1, 2],
				[3, 4]
			]
		],
		[
			{
				points: [
					[1, 2, 0.5],
					[3, 4, 9]
				],
				ink: 'green',
				width: 5
			},
			[
				[1, 2, 0.5],
				[3, 4, 1]
			]
		],
		[null, []]
	])('is read however it was written down: %j', (kept, points) =>
		expect(strokeOf(kept).points).toEqual(points)
	);

	it('has an ink and a width that there are, whatever it says', () => {
		expect(strokeOf({ points: [], ink: 'red; }', width: 'x' })).toMatchObject({ ink: 'blue', width: 2.5 });
		expect(strokeOf({ points: [], ink: 'ochre', width: 1e9 })).toMatchObject({ ink: 'ochre', width: 60 });
	});

	it('is one path where nothing was felt, and one for each strength where a pen pressed', () => {
		const even = strokeOf([
			[0, 0],
			[10, 0],
			[20, 0]
		]);
		expect(pathsOf(even)).toEqual([{ d: 'M0 0L0 0L10 0L20 0', width: 2.5 }]);
		const pressed = strokeOf({
			points: [
				[0, 0, 0.2],
				[10, 0, 0.2],
				[20, 0, 1]
			],
			width: 5
		});
		expect(pathsOf(pressed).map(({ d }) => d)).toEqual(['M0 0L0 0L10 0', 'M10 0L20 0']);
	});

	it('goes under the rubber where it is touched, and no other does', () => {
		const [near, far] = [
			[
				[0, 0],
				[50, 50]
			],
			[
				[500, 500],
				[600, 600]
			]
		];
		expect(rubbed([near, far], [52, 51])).toEqual([far]);
		expect(rubbed([near, far], [300, 300])).toEqual([near, far]);
		expect(rubbed([near, far], [25, 25]), 'between two of its points').toEqual([far]);
	});
});
