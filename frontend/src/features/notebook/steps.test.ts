import { expect, test } from 'vitest';
import type { Schemas } from '../../api/client';
import { dropped, sectionStep, step } from './steps';

type Section = Schemas['NotebookSectionOut'];

/** Sections 1, 2, …, as the numbers of their pages; `5>4`: tucked under 4; `(5)`: in the drawer. */
function sections(...each: string[]): Section[] {
	return each.map((words, at) => ({
		id: at + 1,
		name: `Section ${at + 1}`,
		divider_id: null,
		order_key: `a${at}`,
		own: true,
		put_away: false,
		arranging: null,
		course: null,
		pages: words
			.split(' ')
			.filter(Boolean)
			.map((word) => {
				const [id, parent] = word.replace(/[()]/g, '').split('>').map(Number);
				return { id, parent: parent ?? null, put_away: word.startsWith('(') };
			}) as Section['pages']
	}));
}

test.each([
	[['1 2 3'], 2, -1, { section_id: 1, after: null, under: null }],
	[['1 2 3'], 3, -1, { section_id: 1, after: 1, under: null }],
	[['1 2 3'], 2, 1, { section_id: 1, after: 3, under: null }],
	[['1 (2) 3'], 1, 1, { section_id: 1, after: 3, under: null }],
	[['1 2', '3 4>3'], 2, 1, { section_id: 2, after: null, under: null }],
	[['1 2>1', '3'], 3, -1, { section_id: 1, after: 1, under: null }],
	[['1 2', ''], 2, 1, { section_id: 2, after: null, under: null }],
	[['1 2>1 3>1'], 3, -1, { section_id: 1, after: null, under: 1 }],
	[['1 2>1 3>1'], 2, 1, { section_id: 1, after: 3, under: 1 }],
	[['1 2>1 3>1 4'], 3, 1, null],
	[['1 2'], 1, -1, null],
	[['1 2'], 2, 1, null],
	[['1 2'], 9, 1, null]
] as const)('%j: page %i goes %i', (each, id, by, where) => {
	expect(step(sections(...each), id, by)).toEqual(where);
});

test.each([
	[['1 2'], [1], 'page:2', false, { section_id: 1, after: 2, under: null }],
	[['1 2'], [1], 'page:2', true, { section_id: 1, after: null, under: 2 }],
	[['1 2', '3'], [1], 'section:2', false, { section_id: 2, after: null, under: null }],
	[['1 2>1 3'], [3], 'page:2', false, { section_id: 1, after: 2, under: null }],
	[['1 2>1 3'], [3], 'page:2', true, { section_id: 1, after: 2, under: 1 }],
	[['1 2>1 3'], [1], 'page:2', false, null],
	[['1 2'], [1], 'page:1', false, null],
	[['1 2'], [1], 'page:9', false, null]
] as const)('%j: %j dropped on %s, tucked: %s', (each, moving, on, tuck, where) => {
	expect(dropped(sections(...each), [...moving], on, tuck)).toEqual(where);
});

test('a section goes behind its neighbour, or ahead of it, into the divider in which that stands', () => {
	const three = sections('1', '2', '3');
	expect(sectionStep(three, 1, 1)).toEqual({ divider_id: null, after_key: 'a1' });
	expect(sectionStep(three, 3, -1)).toEqual({ divider_id: null, after_key: 'a0' });
	expect(sectionStep(three, 2, -1)).toEqual({ divider_id: null, after_key: null });
	expect(sectionStep(three, 1, -1)).toBeNull();
	three[1]!.divider_id = 7;
	expect(sectionStep(three, 1, 1)).toEqual({ divider_id: 7, after_key: 'a1' });
	expect(sectionStep(three, 3, -1)).toEqual({ divider_id: 7, after_key: null });
});
