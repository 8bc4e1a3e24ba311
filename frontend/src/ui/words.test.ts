import { describe, expect, it } from 'vitest';
import { count, list } from './words';

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
