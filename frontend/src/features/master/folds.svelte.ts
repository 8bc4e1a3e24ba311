/** What is folded away in an outline: sections with their pages, dividers with all that is in them; remembered. */
import { ALWAYS, recallIds, remember } from '../../ui/remember';
import type { Row } from './rows';

type Holding = 'section' | 'divider';
const PLACES: Record<Holding, string> = { section: 'folded', divider: 'folded-dividers' };

/** Whether there is something in it that can be folded away. */
export const folds = (row: Pick<Row, 'kind'>) => row.kind in PLACES;

export class Folds {
	#ids = $state<Record<Holding, number[]>>({ section: [], divider: [] });

	constructor(private readonly master: number) {
		for (const kind of ['section', 'divider'] as const)
			this.#ids[kind] = recallIds(ALWAYS, `${PLACES[kind]}/${master}`);
	}

	has({ kind, id }: Pick<Row, 'kind' | 'id'>): boolean {
		return (kind === 'section' || kind === 'divider') && this.#ids[kind].includes(id);
	}

	fold(row: Pick<Row, 'kind' | 'id'>, folded = !this.has(row)) {
		const { kind, id } = row;
		if ((kind !== 'section' && kind !== 'divider') || folded === this.has(row)) return;
		const others = this.#ids[kind].filter((one) => one !== id);
		this.#ids[kind] = folded ? [...others, id] : others;
		remember(ALWAYS, `${PLACES[kind]}/${this.master}`, this.#ids[kind]);
	}

	/** What is left to be seen: a needle always is, for it tells where a class is. */
	unfolded(rows: Row[]): Row[] {
		let under: number | null = null;
		return rows.filter((row) => {
			if (row.kind === 'needle') return true;
			if (under !== null && row.depth > under) return false;
			under = this.has(row) ? row.depth : null;
			return true;
		});
	}

	/** Unfolds all that a page is in. */
	bring(rows: Row[], page: number) {
		let at = rows.findIndex((row) => row.key === `page-${page}`);
		for (let depth = rows[at]?.depth ?? 0; at >= 0; at--) {
			const row = rows[at]!;
			if (!folds(row) || row.depth >= depth) continue;
			depth = row.depth;
			this.fold(row, false);
		}
	}
}
