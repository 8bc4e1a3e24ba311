/** Who sees a page of the master beside those who were given it, in words. */
import type { Display } from '../../api/display';

export const DISPLAYED: Record<Display, string> = {
	wraps: 'under wraps',
	ordinary: 'given by pushes',
	display: 'on display'
};

export const DISPLAYS: Record<Display, { words: string; under: string }> = {
	ordinary: { words: 'given by pushes', under: 'Students see it in their notebook once you push it.' },
	wraps: { words: 'under wraps', under: 'Only teachers see it. Pushes hold it until you unwrap it.' },
	display: {
		words: 'on display',
		under: 'The classes read it as it is now, and nobody writes on it. You need not push it.'
	}
};

/** What is said of a section or page that was put so. */
export function displayedWords(name: string, display: Display): string {
	if (display === 'wraps') return `“${name}” is under wraps: only teachers see it.`;
	if (display === 'display') return `“${name}” is on display: the classes can read it now.`;
	return `“${name}” is given by pushes again.`;
}

/** What is said of a page that new ones can begin as, or not any more. */
export function templateWords(name: string, on: boolean): string {
	return on
		? `“${name}” is a template: new pages can begin as it is. Only teachers see it.`
		: `“${name}” is no template any more. Pages that began as it stay as they are.`;
}

/** What is said of a page that new notebooks begin with, or do not any more. */
export function starterWords(name: string, on: boolean): string {
	return on
		? `New notebooks begin with “${name}”. Those who are here already get it when you push it.`
		: `New notebooks do not begin with “${name}” any more. Who has it keeps it.`;
}
