/** The outcomes of a push with their signs; what they are and in which order they matter is the core's table. */
import type { Schemas } from '../../api/client';
import { OUTCOMES as TABLE } from '../../api/generated/outcomes';
import type { SignName } from '../../thread/signs';

export type Outcome = Schemas['RowsOut']['outcome'];

interface Drawn {
	sign: SignName;
	color: 'thread' | 'pencil' | 'soft';
	/** The stroke of one student in the strip. */
	stroke: string;
}

const PALE = 'color-mix(in srgb, var(--thread) 60%, var(--paper))';
const KNOTTED = 'repeating-linear-gradient(45deg, var(--thread) 0 3px, var(--paper) 3px 6px)';
const FRAYED = 'repeating-linear-gradient(90deg, var(--ink) 0 2px, transparent 2px 4px)';

const DRAWN: Record<Outcome, Drawn> = {
	failed: { sign: 'frayed', color: 'soft', stroke: FRAYED },
	conflicted: { sign: 'knot', color: 'thread', stroke: KNOTTED },
	merged: { sign: 'stitch', color: 'pencil', stroke: 'var(--pencil)' },
	back: { sign: 'needle', color: 'pencil', stroke: 'var(--pencil)' },
	tied: { sign: 'stitch', color: 'pencil', stroke: 'var(--pencil)' },
	'section-tied': { sign: 'line', color: 'thread', stroke: PALE },
	renamed: { sign: 'stitch', color: 'soft', stroke: PALE },
	own: { sign: 'frayed', color: 'pencil', stroke: 'var(--pencil)' },
	left: { sign: 'line', color: 'soft', stroke: 'var(--line)' },
	loose: { sign: 'frayed', color: 'soft', stroke: 'var(--line)' },
	refreshed: { sign: 'stitch', color: 'thread', stroke: 'var(--thread)' },
	placed: { sign: 'needle', color: 'thread', stroke: PALE },
	'put-away': { sign: 'stitch', color: 'soft', stroke: 'var(--line-strong)' },
	'in-drawer': { sign: 'line', color: 'pencil', stroke: 'var(--pencil)' },
	kept: { sign: 'line', color: 'pencil', stroke: 'var(--pencil)' },
	gone: { sign: 'loose', color: 'thread', stroke: PALE },
	held: { sign: 'loose', color: 'soft', stroke: 'var(--line)' },
	'has-it': { sign: 'line', color: 'soft', stroke: 'var(--line)' },
	'not-there': { sign: 'line', color: 'soft', stroke: 'var(--line)' }
};

export const ORDER = Object.keys(TABLE) as Outcome[];

export function told(outcome: Outcome) {
	return { ...TABLE[outcome], ...DRAWN[outcome] };
}

/** What rows are of, by what stands in them: pages by their ids, dividers and sections by their names. */
export function titlesOf(told: { titles: Record<string, string>; holders?: Record<string, string> }) {
	return { ...told.titles, ...told.holders };
}

export const keyOf = (row: { page_id: number | null; holder: string | null }) =>
	row.holder ?? String(row.page_id);

/** The rows of one page and one reason together, in the order in which each first stands. */
export function together<
	Row extends { page_id: number | null; holder: string | null; reason: string; notebook_ids: number[] }
>(rows: Row[]): Row[] {
	const alike = new Map<string, Row>();
	for (const row of rows) {
		const key = `${keyOf(row)} ${row.reason}`;
		const before = alike.get(key);
		alike.set(key, { ...row, notebook_ids: [...(before?.notebook_ids ?? []), ...row.notebook_ids] });
	}
	return [...alike.values()];
}

/** How many students are concerned by what will happen. */
export function concerned(rows: { changes: boolean; notebook_ids: number[] }[]): number {
	return new Set(rows.filter((row) => row.changes).flatMap((row) => row.notebook_ids)).size;
}

/** For each student the outcome that matters most, for the strip; those without any row come last. */
export function strip(
	rows: { outcome: Outcome; notebook_ids: number[] }[],
	students: number[]
): (Outcome | null)[] {
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
