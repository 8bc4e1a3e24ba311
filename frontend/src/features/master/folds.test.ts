// @vitest-environment jsdom
import { beforeEach, expect, it } from 'vitest';
import { Folds } from './folds.svelte';
import type { Row } from './rows';

const row = (kind: Row['kind'], id: number, depth: number) =>
	({ kind, id, depth, key: `${kind}-${id}` }) as Row;
const ROWS = [
	row('divider', 1, 0),
	row('section', 1, 1),
	row('page', 1, 2),
	row('needle', 1, 1),
	row('divider', 2, 1),
	row('section', 2, 2),
	row('page', 2, 3),
	row('page', 3, 4),
	row('section', 3, 0),
	row('page', 4, 1)
];
const seen = (folds: Folds) => folds.unfolded(ROWS).map(({ key }) => key);

beforeEach(() => localStorage.clear());

it.each([
	['section', 1, ['page-1']],
	['section', 2, ['page-2', 'page-3']],
	['divider', 2, ['section-2', 'page-2', 'page-3']],
	['divider', 1, ['section-1', 'page-1', 'divider-2', 'section-2', 'page-2', 'page-3']]
] as const)('folds %s %i away with all that is in it, but for needles', (kind, id, hidden) => {
	const folds = new Folds(7);
	folds.fold({ kind, id });
	expect(seen(folds)).toEqual(ROWS.map(({ key }) => key).filter((key) => !hidden.some((one) => one === key)));
	expect(seen(new Folds(7))).toEqual(seen(folds));
	expect(seen(new Folds(8))).toHaveLength(ROWS.length);
});

it('unfolds all that a page is in, and nothing else', () => {
	const folds = new Folds(7);
	for (const one of ROWS) folds.fold(one, true);
	folds.bring(ROWS, 3);
	expect(ROWS.filter((one) => folds.has(one)).map(({ key }) => key)).toEqual(['section-1', 'section-3']);
});
