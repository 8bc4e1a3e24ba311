/**
 * The browser's storage, also where it is forbidden: what it does not keep is kept in this window, for as long as that is
 * open. Nothing else of the application speaks to `localStorage` or `sessionStorage`.
 */
const THEIRS = 'red-thread-';
/** Chosen for the device, whoever sits there. */
export const THEME = 'red-thread-theme';
/** Whether the faces of letters have been fetched before. */
export const LETTERS = 'red-thread-letters';
const OF_THE_DEVICE = [THEME, LETTERS];

export class Kept {
	#memory = new Map<string, string>();

	constructor(readonly browser: () => Storage) {}

	/** Whether the browser has taken it: what it refuses is gone with the window. */
	set(key: string, value: string): boolean {
		try {
			this.browser().setItem(key, value);
			this.#memory.delete(key);
			return true;
		} catch {
			this.remove(key); // an older state must not come back in place of this one
			this.#memory.set(key, value);
			return false;
		}
	}

	get(key: string): string | null {
		const here = this.#memory.get(key);
		if (here !== undefined) return here;
		try {
			return this.browser().getItem(key);
		} catch {
			return null;
		}
	}

	remove(key: string) {
		this.#memory.delete(key);
		try {
			this.browser().removeItem(key);
		} catch {
			// What forbids storage has kept nothing.
		}
	}

	keys(prefix: string): string[] {
		let found: string[] = [];
		try {
			found = Object.keys(this.browser());
		} catch {
			// What forbids storage has kept nothing.
		}
		return [...new Set([...found, ...this.#memory.keys()])].filter((key) => key.startsWith(prefix));
	}
}

/** For this window: what survives going Back and loading anew. */
export const HERE = new Kept(() => sessionStorage);
/** For all windows, from day to day. */
export const ALWAYS = new Kept(() => localStorage);

/** Takes everything of everybody off this computer but the choice of light or dark. */
export function emptyStorage() {
	for (const storage of [HERE, ALWAYS]) {
		storage
			.keys(THEIRS)
			.filter((key) => !OF_THE_DEVICE.includes(key))
			.forEach((key) => storage.remove(key));
	}
}
