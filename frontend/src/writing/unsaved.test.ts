import { beforeEach, expect, it, vi } from 'vitest';
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

it('leaves nothing of anybody in any storage after signing out, nor does a save that fails late bring it back', () => {
	keep('copy/5', words);
	keepFor(2);
	keep('copy/6', words);
	sessionStorage.setItem('red-thread-look/outline/1', '[1]');
	localStorage.setItem('red-thread-theme', 'dark');
	forgetAll();
	expect(keep('copy/5', words)).toBe(false);
	expect([...Object.keys(localStorage), ...Object.keys(sessionStorage)]).toEqual(['red-thread-theme']);
});

it.each(['setItem', 'getItem', 'removeItem'] as const)(
	'goes on where the browser refuses %s, and says so',
	(what) => {
		const refused = vi.spyOn(Storage.prototype, what).mockImplementation(() => {
			throw new DOMException('no', 'QuotaExceededError');
		});
		expect(keep('copy/5', words)).toBe(what !== 'setItem');
		expect(() => forget('copy/5', 'one')).not.toThrow();
		refused.mockRestore();
	}
);

it('never brings back an older state in place of one that the browser refused', () => {
	keep('copy/5', words);
	const refused = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
		throw new DOMException('full', 'QuotaExceededError');
	});
	const newer = { ...words, save: 3 };
	expect(keep('copy/5', newer)).toBe(false);
	refused.mockRestore();
	expect(keptAt('copy/5')).toEqual([newer]);
	forget('copy/5', 'one');
	expect(countKept()).toBe(0);
});
