import { describe, expect, it } from 'vitest';
import { copyWords, howIn, howSaid, placeWords, sectionWords, thereWords, USUAL, type How } from './how';

const titles = new Map([[5, 'Tides']]);

describe('how a push is meant', () => {
	it.each<Partial<How>>([
		{},
		{ into: 7, place: 'after', place_at: 5 },
		{ place: 'number', place_at: 3, if_copy: 'second' },
		{ if_cut: 'tie', drawer: 'fetch', untied: true },
		{ if_own: 'theirs' }
	])('lives in the address: %j', (parts) => {
		const how = { ...USUAL, ...parts };
		expect(howIn(`?${new URLSearchParams(howSaid(how))}`)).toEqual(how);
	});

	it('says nothing in the address where all is as usual', () =>
		expect(Object.values(howSaid(USUAL)).join('')).toBe(''));

	it.each([
		[{}, 'in the order of the master'],
		[{ place: 'start' }, 'at the start'],
		[{ place: 'after', place_at: 5 }, 'behind “Tides”'],
		[{ place: 'after', place_at: 6 }, 'behind “a page”'],
		[{ place: 'number', place_at: 3 }, 'as number 3']
	] as [Partial<How>, string][])('says where: %j', (parts, words) =>
		expect(placeWords({ ...USUAL, ...parts }, titles)).toBe(words)
	);

	it.each([
		[{}, undefined, 'its own section'],
		[{ into: 7 }, 'Dunes', '“Dunes”'],
		[{ if_own: 'theirs' }, undefined, 'its own section, or one of theirs of that name'],
		[{ if_own: 'near' }, 'Dunes', '“Dunes”, or one of theirs of nearly that name']
	] as [Partial<How>, string | undefined, string][])('says into which section: %j', (parts, into, words) =>
		expect(sectionWords({ ...USUAL, ...parts }, into)).toBe(words)
	);

	it.each([
		[{}, 'gets what is new and keeps their writing'],
		[{ if_copy: 'second' }, 'gets a second one beside it'],
		[
			{ drawer: 'fetch', if_cut: 'tie' },
			'gets what is new and keeps their writing, out of the drawer, tied again'
		],
		[{ untied: true }, 'keeps it; for all others it is tied to nothing']
	] as [Partial<How>, string][])('says what becomes of copies: %j', (parts, words) =>
		expect(copyWords({ ...USUAL, ...parts })).toBe(words)
	);
});

it.each([
	[1, ['“tides”'], false, '1 student made a section “tides” themselves'],
	[3, ['“tide”'], true, '3 students have a section “tide” from another course'],
	[1, ['“tide”'], true, '1 student has a section “tide” from another course']
])('says what is there: %i, %s, %s', (students, names, taught, words) => {
	expect(thereWords({ students, names, taught })).toBe(words);
});
