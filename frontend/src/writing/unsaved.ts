/**
 * Words that the server has not acknowledged, kept in this browser from the moment they are typed.
 *
 * They are kept for a person, a page and a window: another person at the same computer never sees them, and two
 * windows never take each other's for their own.
 */
import type { PageNode } from '../editor';
import { comingFor, forgetFiles } from './coming';
import { randomName } from '../ui/random-name';
import { ALWAYS, emptyStorage } from '../ui/storage';

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

/** The event that tells that something is kept, or was sent. */
export const KEPT_CHANGED = 'red-thread-kept-changed';
const PREFIX = 'red-thread-unsaved';
const NOBODY = 0;
let owner = NOBODY;

/** Whose words are kept from now on. */
export function keepFor(person: number) {
	owner = person;
	comingFor(person);
}

const name = (place: string, window: string) => `${PREFIX}/${owner}/${place}/${window}`;

/** Whether the browser has taken them: if it is full or forbids it, they are in this window alone. */
export function keep(place: string, unsaved: Unsaved): boolean {
	// After signing out a save that fails late must not bring back what was taken off this computer.
	const kept = owner !== NOBODY && ALWAYS.set(name(place, unsaved.window), JSON.stringify(unsaved));
	dispatchEvent(new Event(KEPT_CHANGED));
	return kept;
}

/** What windows that are closed now left of a page; `place`: such as `copy/5`. */
export function keptAt(place: string): Unsaved[] {
	return ALWAYS.keys(`${PREFIX}/${owner}/${place}/`).flatMap((key) => {
		try {
			const stored = JSON.parse(ALWAYS.get(key) ?? '') as Unsaved;
			return Array.isArray(stored.content) ? [stored] : [];
		} catch {
			return [];
		}
	});
}

export function forget(place: string, window: string) {
	ALWAYS.remove(name(place, window));
	dispatchEvent(new Event(KEPT_CHANGED));
}

/** The same, unless more has been typed there since. */
export function forgetIf(place: string, sent: Unsaved) {
	const now = keptAt(place).find((kept) => kept.window === sent.window);
	if (now?.save === sent.save) forget(place, sent.window);
}

/** What every window left of every page. */
export function keptEverywhere(): [string, Unsaved][] {
	const places = ALWAYS.keys(`${PREFIX}/${owner}/`).map((key) => key.split('/').slice(2, 4).join('/'));
	return [...new Set(places)].flatMap((place) =>
		keptAt(place).map((kept): [string, Unsaved] => [place, kept])
	);
}

/** On how many pages the person has words that were not sent. */
export function countKept(): number {
	return new Set(ALWAYS.keys(`${PREFIX}/${owner}/`).map((key) => key.split('/').slice(0, 4).join('/'))).size;
}

/** Takes all of everybody's words off this computer; nothing is kept until somebody signs in. */
export function forgetAll() {
	owner = NOBODY;
	forgetFiles();
	emptyStorage();
	dispatchEvent(new Event(KEPT_CHANGED));
}

/** A name for a window that no other has. */
export function newWindow(): string {
	return randomName();
}
