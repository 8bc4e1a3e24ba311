/**
 * Words that the server has not acknowledged, kept in this browser from the moment they are typed.
 *
 * They are kept for a person, a page and a window: another person at the same computer never sees them, and two
 * windows never take each other's for their own.
 */
import type { PageNode } from '../editor';
import { randomName } from './random-name';

export interface Unsaved {
	/** The page's own attributes, for when it cannot be fetched any more. */
	attrs: PageNode['attrs'];
	content: PageNode[];
	revision: number;
	edition: number | null;
	/** The window that they were typed in, and the number of the save that would bring them. */
	window: string;
	save: number;
}

const PREFIX = 'red-thread-unsaved';
let owner = 0;

/** Whose words are kept from now on. */
export function keepFor(person: number) {
	owner = person;
}

const name = (place: string, window: string) => `${PREFIX}/${owner}/${place}/${window}`;

export function keep(place: string, unsaved: Unsaved) {
	try {
		localStorage.setItem(name(place, unsaved.window), JSON.stringify(unsaved));
	} catch {
		// A browser that is full or forbids it: the words are on the page still, and sent from there.
	}
}

/** What windows that are closed now left of a page; `place`: such as `copy/5`. */
export function keptAt(place: string): Unsaved[] {
	return keys(`${PREFIX}/${owner}/${place}/`).flatMap((key) => {
		try {
			const stored = JSON.parse(localStorage.getItem(key) ?? '') as Unsaved;
			return Array.isArray(stored.content) ? [stored] : [];
		} catch {
			return [];
		}
	});
}

export function forget(place: string, window: string) {
	localStorage.removeItem(name(place, window));
}

/** On how many pages the person has words that were not sent. */
export function countKept(): number {
	return new Set(keys(`${PREFIX}/${owner}/`).map((key) => key.split('/').slice(0, 4).join('/'))).size;
}

/** Takes all of the person's words off this computer. */
export function forgetAll() {
	keys(`${PREFIX}/${owner}/`).forEach((key) => localStorage.removeItem(key));
}

function keys(prefix: string): string[] {
	return Object.keys(localStorage).filter((key) => key.startsWith(prefix));
}

/** A name for a window that no other has. */
export function newWindow(): string {
	return randomName();
}
