import { expect, it } from 'vitest';
import { seeker } from './sought';

const PAGES = ['Log 1, Monday', 'Log 2', 'Log 10', 'Dune log 4', 'Lesson 3', 'Tides 2024-25'];

it.each([
	['log', ['Log 1, Monday', 'Log 2', 'Log 10', 'Dune log 4']],
	['log 1-4', ['Log 1, Monday', 'Log 2', 'Dune log 4']],
	['LOG 2 – 10', ['Log 2', 'Log 10', 'Dune log 4']],
	['2-3', ['Log 2', 'Lesson 3']],
	['2024-25', ['Tides 2024-25']],
	['', PAGES],
	['log 9-1', []]
])('“%s” finds %j', (typed, found) => {
	expect(PAGES.filter(seeker(typed))).toEqual(found);
});
