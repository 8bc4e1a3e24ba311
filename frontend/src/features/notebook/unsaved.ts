/** Words that could not be sent, kept in this browser until they can be. */
import type { PageNode } from '../../editor';

export interface Unsaved {
	/** The page's own attributes, for when it cannot be fetched any more. */
	attrs: PageNode['attrs'];
	content: PageNode[];
	revision: number;
	edition: number;
}

const name = (copy: number) => `red-thread-unsaved-${copy}`;

export function keep(copy: number, unsaved: Unsaved) {
	localStorage.setItem(name(copy), JSON.stringify(unsaved));
}

export function keptFor(copy: number): Unsaved | null {
	const stored = localStorage.getItem(name(copy));
	if (!stored) return null;
	try {
		return JSON.parse(stored) as Unsaved;
	} catch {
		return null;
	}
}

export function forget(copy: number) {
	localStorage.removeItem(name(copy));
}
