import { describe, expect, it } from 'vitest';
import { count, list, manyOf } from './words';

describe('words', () => {
	it.each([
		[0, '0 students'],
		[1, '1 student'],
		[2, '2 students'],
		[12345, '12,345 students']
	])('counts %i', (n, words) => expect(count(n, 'student')).toBe(words));

	it.each([
		[[], ''],
		[['9A'], '9A'],
		[['9A', '9B'], '9A and 9B'],
		[['9A', '9B', '9C'], '9A, 9B and 9C'],
		[['9A', '9B', '9C', '9D'], '9A, 9B and 2 more']
	])('lists %j', (names, words) => expect(list(names)).toBe(words));
});

it.each([
	['a new task', '3 new tasks'],
	['a new place to answer', '3 new places to answer'],
	['a list item is gone', '3 list items are gone'],
	['a paragraph is gone', '3 paragraphs are gone'],
	['a task is ticked', 'a task is ticked (3)'],
	['“paces” is now “metres”', '“paces” is now “metres” (3)']
])('several of “%s”: %s', (words, several) => {
	expect(manyOf(words, 3)).toBe(several);
});
