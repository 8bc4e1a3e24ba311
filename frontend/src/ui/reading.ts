/** How somebody wants to read, put on the whole window. Only who wants it otherwise than usual waits for this. */
import './reading.css';
import type { Schemas } from '../api/client';

export type Reading = Schemas['Reading'];
export const USUAL: Reading = { letters: 100, lines: 'usual', face: 'usual', tint: 'none', still: false };

/** Null: as usual again; of whoever signs out nothing is left. */
export function apply(reading: Reading | null) {
	const { letters, lines, face, tint, still } = reading ?? USUAL;
	const { dataset, style } = document.documentElement;
	style.setProperty('--letters', String(letters / 100));
	dataset.reading = lines;
	dataset.face = face;
	dataset.ownTint = tint;
	dataset.still = String(still);
	if (face === 'clear') void import('./clear-face.css').catch(() => {});
}
