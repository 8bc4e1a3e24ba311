/** Bringing pages in from a file: what it would come to, then the taking. */
import { Problem, type Schemas } from '../../api/client';
import { watching, type Progress } from '../../ui/watch';
import { count, list } from '../../ui/words';
import type { MasterState } from './master.svelte';

export type Planned = Schemas['PlannedPageOut'];
export type Asked = Schemas['QuestionOut'];
/** Of a page that comes in again: which question of the file another one has become. */
export interface Meant {
	page_id: number;
	before: string;
	now: string;
}
export const meantKey = (page: Planned, gone: Asked) => `${page.page_id} ${gone.id}`;

export class BringingState {
	busy = $state(false);
	/** How far it has come, once that is known. */
	progress = $state.raw<Progress | null>(null);
	problem = $state.raw<Problem | null>(null);
	plan = $state.raw<Schemas['PagesPlanOut'] | null>(null);
	/** Whether pages that are there by name are brought up to date; if not, they come in beside. */
	update = $state(true);
	/** By page and question that is gone, the question of the file which it is now. */
	meant = $state<Record<string, string>>({});
	/** The first page that came in, once one has. */
	first: number | undefined;
	#file: File | null = null;

	constructor(private readonly master: MasterState) {}

	/** How many of the pages are there by name. */
	get there(): number {
		return (this.plan?.pages ?? []).filter((page) => page.page_id !== null).length;
	}

	/** Pages that would be brought up to date, and what they ask that the file does not. */
	get gone(): Planned[] {
		return this.update ? (this.plan?.pages ?? []).filter((page) => page.gone.length) : [];
	}

	/** The questions of the file that one may be now: asked alike, and taken by no other. */
	choices(page: Planned, gone: Asked): Asked[] {
		const key = meantKey(page, gone);
		const taken = Object.entries(this.meant).flatMap(([other, now]) => (other === key ? [] : [now]));
		return page.fresh.filter((now) => now.kind === gone.kind && !taken.includes(now.id));
	}

	#meant(): Meant[] {
		return this.gone.flatMap((page) =>
			page.gone.flatMap((gone) => {
				const now = this.meant[meantKey(page, gone)];
				return now && page.page_id ? [{ page_id: page.page_id, before: gone.id, now }] : [];
			})
		);
	}

	/** What pressing the button does, in words. */
	get words(): string {
		const all = this.plan?.pages.length ?? 0;
		const known = this.update ? this.there : 0;
		if (!known) return `Bring ${count(all, 'page')} in`;
		if (known === all) return `Bring ${count(known, 'page')} up to date`;
		return `Bring ${count(all - known, 'page')} in, and ${known.toLocaleString('en')} up to date`;
	}

	look(file: File) {
		this.#file = file;
		this.plan = null;
		this.update = true;
		this.meant = {};
		return this.#busily(async (watch) => {
			this.plan = await this.master.planFile(file, watch);
		});
	}

	/** Gives whether all of it came about. */
	take() {
		return this.#busily(async (watch) => {
			const update = this.update && this.there > 0;
			this.first = await this.master.takeIn(this.#file!, update, watch, update ? this.#meant() : []);
			this.plan = this.#file = null;
		});
	}

	/** What is being done, in words. */
	get doing(): string {
		if (!this.progress) return this.plan ? 'Bringing it in …' : 'Reading …';
		const { doing, done, of } = this.progress;
		return `${doing === 'reading' ? 'Reading' : 'Bringing in'}: ${done.toLocaleString('en')} of ${of.toLocaleString('en')}`;
	}

	async #busily(act: (watch: string) => Promise<void>): Promise<boolean> {
		this.busy = true;
		this.problem = this.progress = null;
		try {
			await watching(act, (progress) => (this.progress = progress));
			return true;
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			this.problem = error;
			return false;
		} finally {
			this.busy = false;
		}
	}
}

/** Pages by where they go, in the order of the file. */
export function bySection(pages: Planned[]): { into: string; pages: Planned[] }[] {
	const found = new Map<string, Planned[]>();
	for (const page of pages) {
		const into = page.into.join(' › ');
		found.set(into, [...(found.get(into) ?? []), page]);
	}
	return [...found].map(([into, inside]) => ({ into, pages: inside }));
}

/** What came of it, in one sentence. */
export function came(report: Schemas['PagesReportOut']): string {
	const said = [
		report.page_ids.length && `${count(report.page_ids.length, 'page')} came in`,
		report.updated.length && `${count(report.updated.length, 'page is', 'pages are')} up to date`,
		report.same && `${count(report.same, 'page was', 'pages were')} just so already`
	].filter(Boolean);
	return `${said.join(', ') || 'Nothing came in'}.`;
}

/** Of pages that do not go back, for they were written on meanwhile. */
export function stayedWords(titles: string[]): string {
	const named = list(
		titles.map((title) => `“${title}”`),
		3
	);
	return `${named} ${titles.length > 1 ? 'were' : 'was'} written on since, and ${titles.length > 1 ? 'stay' : 'stays'} as ${titles.length > 1 ? 'they are' : 'it is'}.`;
}
