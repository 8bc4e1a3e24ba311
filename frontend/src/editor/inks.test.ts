import { expect, it } from 'vitest';
import { nextInk } from './inks';

it('goes from no mark through straw, leaf and sky to none', () => {
	const seen: (string | null | undefined)[] = [nextInk(false, undefined)];
	while (seen.at(-1) !== undefined && seen.length < 9) seen.push(nextInk(true, seen.at(-1)));
	expect(seen).toEqual([null, '#cfe3bf', '#c5dcec', undefined]);
});

it('takes off a mark of an ink that is none of ours', () => {
	expect(nextInk(true, '#123456')).toBeNull();
	expect(nextInk(true, undefined)).toBe('#cfe3bf');
});
