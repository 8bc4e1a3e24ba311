/** A student's notebook: what is in it, and what is new. It hears at once when something comes in. */
import { api, ask, type Schemas } from '../../api/client';
import { Live } from '../../ui/live';
import { report } from '../../ui/report';

export type PageLine = Schemas['NotebookPageOut'];

export class NotebookState {
	view = $state.raw<Schemas['NotebookViewOut'] | null>(null);
	pages = $derived(
		(this.view?.sections ?? []).flatMap((section) => section.pages.filter((page) => !page.put_away))
	);
	drawer = $derived(
		(this.view?.sections ?? []).flatMap((section) => section.pages.filter((page) => page.put_away))
	);
	news = $derived(this.pages.filter((page) => page.news));
	#live: Live | null = null;

	constructor(
		readonly id: number,
		readonly onnews: () => void
	) {}

	async load() {
		const path = { notebook_id: this.id };
		this.view = await ask(api.GET('/api/notebooks/{notebook_id}', { params: { path } }));
	}

	listen() {
		const news = () => {
			this.load().catch(report);
			this.onnews();
		};
		this.#live = new Live(`/api/notebooks/${this.id}/events`, { news, open: news });
	}

	stop() {
		this.#live?.close();
	}
}

/** How far a page is, in a word or two. */
export function progressOf(page: PageLine): string {
	if (page.knots) return page.knots === 1 ? 'a knot' : `${page.knots} knots`;
	if (page.ready) return 'ready';
	return page.answerable ? `${page.answered} of ${page.answerable}` : '';
}
