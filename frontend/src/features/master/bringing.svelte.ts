/** Bringing pages in from a file: what it would come to, then the taking. */
import { Problem, type Schemas } from '../../api/client';
import { count } from '../../ui/words';
import type { MasterState } from './master.svelte';

export type Planned = Schemas['PlannedPageOut'];

export class BringingState {
	busy = $state(false);
	problem = $state.raw<Problem | null>(null);
	plan = $state.raw<Schemas['PagesPlanOut'] | null>(null);
	/** Whether pages that are there by name are brought up to date; if not, they come in beside. */
	update = $state(true);
	#file: File | null = null;

	constructor(private readonly master: MasterState) {}

	/** How many of the pages are there by name. */
	get there(): number {
		return (this.plan?.pages ?? []).filter((page) => page.page_id !== null).length;
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
		return this.#busily(async () => {
			this.plan = await this.master.planFile(file);
		});
	}

	/** Gives whether all of it came about. */
	take() {
		return this.#busily(async () => {
			await this.master.takeIn(this.#file!, this.update && this.there > 0);
			this.plan = this.#file = null;
		});
	}

	async #busily(act: () => Promise<void>): Promise<boolean> {
		this.busy = true;
		this.problem = null;
		try {
			await act();
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
