/** Finding in one's notebook: by the server, or with no network in what this device keeps. */
import { api, ask, Problem, type Schemas } from '../../api/client';
import { report } from '../../ui/report';
import { findKept } from './find-kept';
import type { NotebookState } from './notebook.svelte';

const PAUSE = 200;

export class Finding {
	sought = $state('');
	pages = $state.raw<Schemas['FoundCopyOut'][] | null>(null);
	/** With no network: how many pages could be looked through. */
	searched = $state<number | null>(null);
	#asked = 0;
	#timer: ReturnType<typeof setTimeout> | undefined;

	constructor(readonly notebook: NotebookState) {}

	seek(typed: string) {
		this.sought = typed;
		clearTimeout(this.#timer);
		const asked = ++this.#asked;
		if (!typed.trim()) {
			this.pages = null;
			return;
		}
		this.#timer = setTimeout(() => {
			this.#find(asked).catch(report);
		}, PAUSE);
	}

	async #find(asked: number) {
		const sought = this.sought;
		const answer = await this.#ask(sought);
		if (asked !== this.#asked) return;
		this.pages = answer.pages;
		this.searched = answer.searched;
	}

	async #ask(q: string): Promise<{ pages: Schemas['FoundCopyOut'][]; searched: number | null }> {
		const params = { path: { notebook_id: this.notebook.id }, query: { q } };
		try {
			const pages = await ask(api.GET('/api/notebooks/{notebook_id}/search', { params }));
			return { pages, searched: null };
		} catch (error) {
			if (!(error instanceof Problem) || error.status) throw error;
			const sections = this.notebook.view?.sections ?? [];
			const pages = sections.flatMap(({ name, pages }) => pages.map((page) => ({ ...page, section: name })));
			return findKept(pages, q);
		}
	}
}
