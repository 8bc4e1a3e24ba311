/** The outline as rows, in reading order, with the thread that runs down to the needle. */
import type { Schemas } from '../../api/client';
import type { Display } from '../../api/display';

export type Kind = 'divider' | 'section' | 'page';
type View = Schemas['MasterViewOut'];

export interface Row {
	kind: Kind | 'needle';
	/** Unique among all rows. */
	key: string;
	id: number;
	name: string;
	depth: number;
	holder: number | null;
	parent: number | null;
	given: boolean;
	changed: boolean;
	/** Who sees it beside those who were given it. */
	display: Display;
	/** New pages can begin as it is. */
	template: boolean;
	/** Classes whose needle is here; on needle rows only. */
	classes: string[];
	/** Whether the thread runs through this row. */
	thread: boolean;
	/** Whether the thread ends in this row: here the needle is drawn. */
	last: boolean;
}

const BLANK = {
	parent: null,
	given: false,
	changed: false,
	display: 'ordinary' as const,
	template: false,
	classes: [],
	thread: false,
	last: false
};

export function outlineRows(view: View): Row[] {
	const rows: Row[] = [];
	below(view, null, 0, rows);
	return threaded(rows);
}

function below(view: View, holder: number | null, depth: number, rows: Row[]) {
	const dividers = view.dividers
		.filter((d) => d.parent_id === holder)
		.map((d) => ({ ...d, kind: 'divider' as const }));
	const sections = view.sections
		.filter((s) => s.divider_id === holder)
		.map((s) => ({ ...s, kind: 'section' as const }));
	for (const item of [...dividers, ...sections].sort((a, b) => (a.order_key < b.order_key ? -1 : 1))) {
		const { kind, id, name } = item;
		const display = item.kind === 'section' ? item.display : BLANK.display;
		rows.push({ ...BLANK, kind, key: `${kind}-${id}`, id, name, depth, holder, display });
		if (kind === 'divider') below(view, id, depth + 1, rows);
		else pagesOf(view, id, depth, rows);
	}
}

function pagesOf(view: View, section: number, depth: number, rows: Row[]) {
	const given = new Set(view.given);
	for (const page of view.pages.filter((one) => one.section_id === section)) {
		rows.push({
			...BLANK,
			kind: 'page',
			key: `page-${page.id}`,
			id: page.id,
			name: page.title,
			depth: depth + (page.parent_id ? 2 : 1),
			holder: section,
			parent: page.parent_id,
			given: given.has(page.id),
			changed: page.changed,
			display: page.display,
			template: page.template
		});
		const here = view.classes.filter((one) => view.needles[one.id] === page.id).map((one) => one.name);
		if (here.length) {
			const key = `needle-${page.id}`;
			rows.push({
				...BLANK,
				kind: 'needle',
				key,
				id: page.id,
				name: '',
				depth,
				holder: section,
				classes: here
			});
		}
	}
}

/** Runs the thread from the first page given to the last needle. */
function threaded(rows: Row[]): Row[] {
	const first = rows.findIndex((row) => row.given);
	const last = rows.findLastIndex((row) => row.kind === 'needle');
	return rows.map((row, k) => ({ ...row, thread: first >= 0 && k >= first && k <= last, last: k === last }));
}

/** Where a row goes when it is let go on another: the holder, and what it comes to stand behind. */
export interface Target {
	holder: number | null;
	after: number | null;
}

export function dropTarget(rows: Row[], moving: Row, on: Row): Target | null {
	if (moving.key === on.key || on.kind === 'needle') return null;
	if (moving.kind === 'page') return pageTarget(on);
	if (moving.kind === 'section') return sectionTarget(rows, on);
	if (on.kind !== 'divider') return null;
	return { holder: on.holder, after: on.id };
}

function pageTarget(on: Row): Target | null {
	if (on.kind === 'section') return { holder: on.id, after: null };
	return on.kind === 'page' ? { holder: on.holder, after: on.id } : null;
}

function sectionTarget(rows: Row[], on: Row): Target | null {
	if (on.kind === 'divider') return { holder: on.id, after: null };
	const section =
		on.kind === 'page' ? rows.find((row) => row.kind === 'section' && row.id === on.holder) : on;
	return section ? { holder: section.holder, after: section.id } : null;
}

/** Where a row goes one step up or down, by key. */
export function stepTarget(rows: Row[], moving: Row, step: -1 | 1): Target | null {
	const same = rows.filter((row) => row.kind === moving.kind && sameLevel(row, moving));
	const at = same.findIndex((row) => row.key === moving.key);
	const other = same[at + step];
	if (other && other.holder === moving.holder) {
		const before = same[at - 2];
		if (step === 1) return { holder: moving.holder, after: other.id };
		return {
			holder: moving.holder,
			after: before && before.holder === moving.holder ? before.id : parentOr(moving)
		};
	}
	return moving.kind === 'page' ? intoNextSection(rows, moving, step) : null;
}

function sameLevel(row: Row, moving: Row): boolean {
	return moving.kind !== 'page' || row.parent === moving.parent;
}

function parentOr(moving: Row): number | null {
	return moving.kind === 'page' ? moving.parent : null;
}

function intoNextSection(rows: Row[], moving: Row, step: -1 | 1): Target | null {
	const sections = rows.filter((row) => row.kind === 'section');
	const next = sections[sections.findIndex((row) => row.id === moving.holder) + step];
	if (!next || moving.parent) return null;
	const last = rows.findLast((row) => row.kind === 'page' && row.holder === next.id);
	return { holder: next.id, after: step === -1 ? (last?.id ?? null) : null };
}
