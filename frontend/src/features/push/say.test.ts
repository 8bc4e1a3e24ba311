import { expect, it } from 'vitest';
import { say } from './say';

const said = {
	title: 'Tides',
	edition: 1,
	pages: 1,
	classes: ['9A'],
	students: [],
	singles: 0,
	without: 0,
	holders: [],
	into: null,
	behind: null
};
const how = {
	place: 'in-order',
	if_copy: 'update',
	if_cut: 'leave',
	drawer: 'leave',
	untied: false,
	if_own: 'beside'
} as const;

it.each([
	['push', {}, '“Tides” to 9A'],
	['push', { pages: 3, classes: ['9A', '9B'] }, '“Tides” and 2 more to 9A and 9B'],
	['push', { without: 2 }, '“Tides” to 9A, without 2 students'],
	['push', { classes: [], students: ['Ada', 'Ben'], singles: 2 }, '“Tides” to Ada and Ben'],
	['push', { students: ['Ada', 'Ben', 'Cy'], singles: 12 }, '“Tides” to 9A and 12 students'],
	['pull-back', {}, '“Tides” from 9A'],
	['cut', {}, '“Tides” for 9A'],
	['push', { pages: 0, title: '', holders: ['Field work'] }, '“Field work” to 9A'],
	['push', { pages: 2, holders: ['Field work'] }, '“Tides” and 2 more to 9A'],
	['push', { into: 'Field work' }, '“Tides” to 9A, into “Field work”'],
	['pull-back', { classes: [] }, '“Tides” from nobody']
] as const)('says a %s of %j', (kind, other, words) => {
	expect(say({ kind, how, only: 'everyone', said: { ...said, ...other } as unknown as typeof said })).toBe(
		words
	);
});

it('says what was not as usual', () => {
	const meant = { ...how, place: 'start', if_copy: 'second', if_cut: 'tie', drawer: 'fetch' } as const;
	const words = '“Tides” to 9A, at the start, as a second copy, tied again, out of the drawer';
	expect(say({ kind: 'push', how: meant, only: 'everyone', said })).toBe(words);
});

it.each([
	['has', 1, '“Tides” to those in 9A who have it'],
	['lacks', 2, '“Tides” and 1 more to those in 9A who lack any of them'],
	['unopened', 1, '“Tides” to those in 9A who have not opened it']
] as const)('says that it is for those only who have or lack it: %s', (only, pages, words) => {
	expect(say({ kind: 'push', how, only, said: { ...said, pages } })).toBe(words);
});

it.each([
	['Tides', 'behind “Tides”'],
	[null, 'behind a page that is gone']
])('names the page that it was to follow: %s', (behind, words) => {
	const after = { ...how, place: 'after' } as const;
	expect(say({ kind: 'push', how: after, only: 'everyone', said: { ...said, behind } })).toContain(words);
});
