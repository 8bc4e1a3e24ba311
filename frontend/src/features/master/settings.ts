/** How a page is set, in words; what a page does not say is the first of each. */
import type { PageNode } from '../../editor';

export const WRITINGS = {
	everywhere: { words: 'everywhere', under: 'On all of the page, and between your words.' },
	spaces: { words: 'only in its places to answer', under: 'Your words stay as they are.' }
};
/** What is said of a section on all of whose pages students may write so. */
export const writingWords = (section: string, writing: keyof typeof WRITINGS) =>
	`On every page of “${section}”, and on new ones, students may write ${WRITINGS[writing].words}.`;
export const PAPERS = {
	plain: { words: 'plain paper' },
	ruled: { words: 'ruled paper' },
	squared: { words: 'squared paper' },
	dotted: { words: 'dotted paper' }
};
/** By the name under which a page keeps its size and which way up it is. */
export const FORMS = {
	endless: { words: 'as long as it gets' },
	portrait: { words: 'A4' },
	landscape: { words: 'A4 across' },
	'A5 portrait': { words: 'A5' },
	'A5 landscape': { words: 'A5 across' },
	'Letter portrait': { words: 'Letter' },
	'Letter landscape': { words: 'Letter across' }
};
export const TINTS = {
	none: { words: 'no tint' },
	sand: { words: 'sand' },
	sky: { words: 'sky' },
	moss: { words: 'moss' }
};

export interface Settings {
	writing: keyof typeof WRITINGS;
	paper: keyof typeof PAPERS;
	form: keyof typeof FORMS;
	tint: keyof typeof TINTS;
}

export function settingsOf(attrs: PageNode['attrs']): Settings {
	return {
		writing: oneOf(WRITINGS, attrs?.writing),
		paper: oneOf(PAPERS, attrs?.paper),
		form: oneOf(FORMS, attrs?.orientation),
		tint: oneOf(TINTS, attrs?.tint)
	};
}

/** What a page says of its choice: nothing of the usual one, so that going back to it changes nothing. */
export function said<T extends object>(known: T, chosen: keyof T): keyof T | null {
	return chosen === Object.keys(known)[0] ? null : chosen;
}

function oneOf<T extends object>(known: T, said: unknown): keyof T {
	const names = Object.keys(known) as (keyof T & string)[];
	return names.find((name) => name === said) ?? names[0]!;
}

export function paperWords({ paper, form, tint }: Settings): string {
	const parts = [PAPERS[paper].words];
	if (form !== 'endless') parts.push(FORMS[form].words);
	if (tint !== 'none') parts.push(TINTS[tint].words);
	return parts.join(', ');
}
