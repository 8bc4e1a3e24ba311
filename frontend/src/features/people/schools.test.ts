import { expect, it } from 'vitest';
import { numberIn } from './schools';

it.each([
	['http://127.0.0.1:8420/?school=2', 2],
	['https://notes.example/sign-in?a=1&school=31#top', 31],
	[' 4 ', 4],
	['https://notes.example/', 1],
	['', 1],
	['0', 1]
])('finds in %s the school %i', (address, number) => {
	expect(numberIn(address)).toBe(number);
});
