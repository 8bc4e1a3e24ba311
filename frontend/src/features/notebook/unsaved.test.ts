import { beforeEach, expect, it } from 'vitest';
import { forget, keep, keptFor } from './unsaved';

const words = {
	attrs: { title: 'Tides' },
	content: [{ type: 'paragraph', attrs: { id: 'a' } }],
	revision: 3,
	edition: 7
};

beforeEach(() => localStorage.clear());

it('keeps words by page until they are forgotten', () => {
	keep(5, words);
	expect(keptFor(5)).toEqual(words);
	expect(keptFor(6)).toBeNull();
	forget(5);
	expect(keptFor(5)).toBeNull();
});

it('passes over what cannot be read', () => {
	localStorage.setItem('red-thread-unsaved-5', '{');
	expect(keptFor(5)).toBeNull();
});
