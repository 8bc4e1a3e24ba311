import { expect, it } from 'vitest';
import { FORMS, paperWords, PAPERS, said, settingsOf } from './settings';

it.each([
	[undefined, 'plain paper'],
	[{ paper: 'squared' }, 'squared paper'],
	[{ paper: 'ruled', orientation: 'A5 landscape', tint: 'sky' }, 'ruled paper, A5 across, sky'],
	[{ paper: 'papyrus', orientation: 7, tint: null }, 'plain paper']
])('%j is %s', (attrs, words) => expect(paperWords(settingsOf(attrs))).toBe(words));

it('says nothing of what is usual', () => {
	expect([said(PAPERS, 'plain'), said(PAPERS, 'dotted')]).toEqual([null, 'dotted']);
	expect([said(FORMS, 'endless'), said(FORMS, 'portrait')]).toEqual([null, 'portrait']);
});
