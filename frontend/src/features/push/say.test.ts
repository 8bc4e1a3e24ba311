import { expect, it } from 'vitest';
import { say } from './say';

const said = { title: 'Tides', pages: 1, classes: ['9A'], students: [], singles: 0, without: 0 };

it.each([
	['push', {}, '“Tides” to 9A'],
	['push', { pages: 3, classes: ['9A', '9B'] }, '“Tides” and 2 more to 9A and 9B'],
	['push', { without: 2 }, '“Tides” to 9A, without 2 students'],
	['push', { classes: [], students: ['Ada', 'Ben'], singles: 2 }, '“Tides” to Ada and Ben'],
	['push', { students: ['Ada', 'Ben', 'Cy'], singles: 12 }, '“Tides” to 9A and 12 students'],
	['pull-back', {}, '“Tides” from 9A'],
	['pull-back', { classes: [] }, '“Tides” from nobody']
] as const)('says a %s of %j', (kind, other, words) => {
	expect(say({ kind, said: { ...said, ...other } as typeof said })).toBe(words);
});
