import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { dropTarget, outlineRows, stepTarget } from './rows';

const page = (id: number, section_id: number, parent_id: number | null = null) => ({
	id,
	section_id,
	parent_id,
	title: `page ${id}`,
	order_key: `a${id}`,
	edition: 1,
	changed: false,
	display: 'ordinary' as const,
	own_display: null,
	template: false
});

const view: Schemas['MasterViewOut'] = {
	id: 1,
	role: 'owner',
	name: 'Shore Studies',
	arranging: 'all',
	dividers: [{ id: 1, parent_id: null, name: 'Autumn', order_key: 'a0' }],
	sections: [
		{ id: 1, divider_id: 1, name: 'Tides', order_key: 'a0', display: 'ordinary', arranging: null },
		{ id: 2, divider_id: 1, name: 'Dunes', order_key: 'a1', display: 'wraps', arranging: null }
	],
	pages: [page(1, 1), page(2, 1), page(3, 1, 2), page(4, 2)],
	classes: [{ id: 7, master_id: 1, name: '9A', students: 3 }],
	needles: { 7: 2 },
	given: [1, 2]
};
const rows = outlineRows(view);
const at = (key: string) => rows.find((row) => row.key === key)!;

describe('the outline', () => {
	it('is read in order, the needle behind the last page given', () =>
		expect(rows.map((row) => row.key)).toEqual([
			'divider-1',
			'section-1',
			'page-1',
			'page-2',
			'needle-2',
			'page-3',
			'section-2',
			'page-4'
		]));
	it('has the thread run from the first page given to the needle', () =>
		expect(rows.filter((row) => row.thread).map((row) => row.key)).toEqual(['page-1', 'page-2', 'needle-2']));
	it('indents tucked pages', () => expect(at('page-3').depth).toBe(at('page-2').depth + 1));

	it.each([
		['page-1', 'page-4', { holder: 2, after: 4 }],
		['page-1', 'section-2', { holder: 2, after: null }],
		['page-1', 'divider-1', null],
		['section-1', 'page-4', { holder: 1, after: 2 }],
		['section-2', 'divider-1', { holder: 1, after: null }],
		['page-1', 'page-1', null]
	])('lets go of %s on %s', (moving, on, target) =>
		expect(dropTarget(rows, at(moving), at(on))).toEqual(target)
	);

	it.each([
		['page-1', 1, { holder: 1, after: 2 }],
		['page-2', -1, { holder: 1, after: null }],
		['page-2', 1, { holder: 2, after: null }],
		['page-4', -1, { holder: 1, after: 3 }],
		['section-1', 1, { holder: 1, after: 2 }],
		['section-1', -1, null]
	] as const)('moves %s by %i', (moving, step, target) =>
		expect(stepTarget(rows, at(moving), step)).toEqual(target)
	);
});
