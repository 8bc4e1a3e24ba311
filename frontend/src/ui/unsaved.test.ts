import { beforeEach, expect, it } from 'vitest';
import { countKept, forget, forgetAll, keep, keepFor, keptAt } from './unsaved';

const words = {
	attrs: { title: 'Tides' },
	content: [{ type: 'paragraph', attrs: { id: 'a' } }],
	revision: 3,
	edition: 7,
	window: 'one',
	save: 2
};

beforeEach(() => {
	localStorage.clear();
	keepFor(1);
});

it('keeps words by page and window until they are forgotten', () => {
	keep('copy/5', words);
	keep('copy/5', { ...words, window: 'two' });
	expect(keptAt('copy/5')).toHaveLength(2);
	expect(keptAt('copy/55')).toEqual([]);
	forget('copy/5', 'two');
	expect(keptAt('copy/5')).toEqual([words]);
});

it('shows nobody the words of another person at the same computer', () => {
	keep('copy/5', words);
	keepFor(2);
	expect(keptAt('copy/5')).toEqual([]);
	forgetAll();
	keepFor(1);
	expect(keptAt('copy/5')).toEqual([words]);
});

it('counts pages and takes all of a person’s words away', () => {
	keep('copy/5', words);
	keep('copy/5', { ...words, window: 'two' });
	keep('page/5', words);
	expect(countKept()).toBe(2);
	forgetAll();
	expect(countKept()).toBe(0);
});

it('passes over what cannot be read', () => {
	localStorage.setItem('red-thread-unsaved/1/copy/5/x', '{');
	localStorage.setItem('red-thread-unsaved/1/copy/5/y', '{}');
	expect(keptAt('copy/5')).toEqual([]);
});
