/** Which pages wait for pictures from this browser: known at once, without opening what the pictures are kept in. */
import { PICTURES } from '../offline/names';
import { ALWAYS } from '../ui/storage';

export const KEPT_FILES = 'red-thread-files';
/** The database of answers that are kept: `api/kept.ts`. */
export const KEPT_ANSWERS = 'red-thread-kept';
const PREFIX = 'red-thread-coming';
let owner = 0;

export function comingFor(person: number) {
	owner = person;
}

export const ownerNow = () => owner;

export function noteComing(place: string, frame: string) {
	ALWAYS.set(`${PREFIX}/${owner}/${place}/${frame}`, '1');
}

export function noteGone(place: string, frame: string) {
	ALWAYS.remove(`${PREFIX}/${owner}/${place}/${frame}`);
}

/** Whether a page waits for any. */
export const waitsAt = (place: string) => ALWAYS.keys(`${PREFIX}/${owner}/${place}/`).length > 0;

/** How many pictures and recordings of this person have not been sent. */
export const countComing = () => ALWAYS.keys(`${PREFIX}/${owner}/`).length;

/** Takes all of them off this computer, and the pages and pictures that were kept on it. */
export function forgetFiles() {
	owner = 0;
	try {
		indexedDB.deleteDatabase(KEPT_FILES);
		indexedDB.deleteDatabase(KEPT_ANSWERS);
		void globalThis.caches?.delete(PICTURES);
	} catch {
		// What forbids storage has kept nothing.
	}
}
