/** The outcomes of a push in words and signs, in the order in which they matter. */
import type { Schemas } from '../../api/client';
import type { SignName } from '../../thread/signs';

export type Outcome = Schemas['RowsOut']['outcome'];

interface Told {
	words: string;
	under: string;
	sign: SignName;
	color: 'thread' | 'pencil' | 'soft';
	/** The stroke of one student in the strip. */
	stroke: string;
}

const KNOTTED = 'repeating-linear-gradient(45deg, var(--thread) 0 3px, var(--paper) 3px 6px)';

export const OUTCOMES: Record<Outcome, Told> = {
	failed: {
		words: 'failed',
		under: 'their page is as it was',
		sign: 'frayed',
		color: 'soft',
		stroke: 'repeating-linear-gradient(90deg, var(--ink) 0 2px, transparent 2px 4px)'
	},
	conflicted: {
		words: 'knotted',
		under: 'you and the student changed the same words',
		sign: 'knot',
		color: 'thread',
		stroke: KNOTTED
	},
	merged: {
		words: 'woven in',
		under: 'what they wrote stays as it is',
		sign: 'stitch',
		color: 'pencil',
		stroke: 'var(--pencil)'
	},
	back: {
		words: 'back again',
		under: 'with what they wrote on it',
		sign: 'needle',
		color: 'pencil',
		stroke: 'var(--pencil)'
	},
	refreshed: {
		words: 'refreshed',
		under: 'not written on; on the newest edition',
		sign: 'stitch',
		color: 'thread',
		stroke: 'var(--thread)'
	},
	placed: {
		words: 'placed',
		under: 'new in their notebook',
		sign: 'needle',
		color: 'thread',
		stroke: 'color-mix(in srgb, var(--thread) 60%, var(--paper))'
	},
	'put-away': {
		words: 'put away',
		under: 'brought up to date in the drawer',
		sign: 'stitch',
		color: 'soft',
		stroke: 'var(--line-strong)'
	},
	'in-drawer': {
		words: 'into the drawer',
		under: 'with all that they wrote',
		sign: 'line',
		color: 'pencil',
		stroke: 'var(--pencil)'
	},
	kept: {
		words: 'kept for you',
		under: 'with all that they wrote',
		sign: 'line',
		color: 'pencil',
		stroke: 'var(--pencil)'
	},
	gone: {
		words: 'gone',
		under: 'nobody wrote on these',
		sign: 'frayed',
		color: 'thread',
		stroke: 'color-mix(in srgb, var(--thread) 60%, var(--paper))'
	},
	held: { words: 'held', under: 'waiting', sign: 'loose', color: 'soft', stroke: 'var(--line)' },
	'has-it': {
		words: 'has it already',
		under: 'nothing changes',
		sign: 'line',
		color: 'soft',
		stroke: 'var(--line)'
	},
	'not-there': {
		words: 'not there',
		under: 'nothing changes',
		sign: 'loose',
		color: 'soft',
		stroke: 'var(--line)'
	}
};

/** The outcomes after which something is other than before. */
const STILL: Outcome[] = ['held', 'has-it', 'not-there', 'failed'];

export function isConcerned(row: Rows): boolean {
	return !STILL.includes(row.outcome);
}

/** How many students are concerned by what will happen. */
export function concerned(rows: Rows[]): number {
	return new Set(rows.filter(isConcerned).flatMap((row) => row.notebook_ids)).size;
}

export const ORDER = Object.keys(OUTCOMES) as Outcome[];

interface Rows {
	outcome: Outcome;
	notebook_ids: number[];
}

/** For each student the outcome that matters most, for the strip; those without any row come last. */
export function strip(rows: Rows[], students: number[]): (Outcome | null)[] {
	const best = new Map<number, number>();
	for (const { outcome, notebook_ids } of rows) {
		const weight = ORDER.indexOf(outcome);
		for (const id of notebook_ids) best.set(id, Math.min(best.get(id) ?? ORDER.length, weight));
	}
	return students
		.map((id) => best.get(id) ?? ORDER.length)
		.sort((a, b) => a - b)
		.map((weight) => ORDER[weight] ?? null);
}
