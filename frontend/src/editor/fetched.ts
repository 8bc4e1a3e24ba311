/** What a page is shown with, as soon as it is there; a list of pages does not wait for it. */
import { soon } from '../ui/fetch-soon';

type Parts = typeof import('./parts');
let parts: Parts | null = null;

export const partsAtHand = () => parts;

export async function fetchParts(): Promise<Parts> {
	return (parts ??= await import('./parts'));
}

/** So that the first page that is opened is there at once, on a weak line too. */
export const fetchEditorSoon = () => soon(fetchParts);
