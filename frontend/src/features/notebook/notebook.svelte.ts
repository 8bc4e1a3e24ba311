/** A student's notebook: what is in it, and what is new. It hears at once when something comes in. */
import { api, ask, type Schemas } from '../../api/client';
import { Live } from '../../ui/live';
import { report } from '../../ui/report';
import { linesOf } from './lines';

/** As the server calls it. */
export const OWN_PAGES = 'My own pages';

export type PageLine = Schemas['NotebookPageOut'];
type Section = Schemas['NotebookSectionOut'];

export class NotebookState {
	view = $state.raw<Schemas['NotebookViewOut'] | null>(null);
	pages = $derived(
		(this.view?.sections ?? []).flatMap((section) => section.pages.filter((page) => !page.put_away))
	);
	drawer = $derived(
		(this.view?.sections ?? []).flatMap((section) => section.pages.filter((page) => page.put_away))
	);
	/** What came last stands first. */
	news = $derived(
		this.pages.filter((page) => page.news).sort((a, b) => (b.came_at ?? '').localeCompare(a.came_at ?? ''))
	);
	lines = $derived(this.view ? linesOf(this.view) : []);
	sections = $derived(this.lines.flatMap((line) => (line.kind === 'section' ? [line.section] : [])));
	/** Where pages of the student's own come if they do not say where. */
	ownPages = $derived(this.sections.find((one) => one.own && one.name === OWN_PAGES));
	/** What is on display in the master, to be read there. */
	reading = $state.raw<Schemas['ShownPageOut'][]>([]);
	#live: Live | null = null;
	#waiting: ReturnType<typeof setTimeout> | null = null;

	constructor(
		readonly id: number,
		readonly onnews: () => void
	) {}

	async load() {
		const params = { path: { notebook_id: this.id } };
		const reading = this.#read();
		this.view = await ask(api.GET('/api/notebooks/{notebook_id}', { params }));
		await reading;
	}

	async #read() {
		const params = { path: { notebook_id: this.id } };
		this.reading = await ask(api.GET('/api/notebooks/{notebook_id}/reading', { params }));
	}

	/** A teacher types on a page that a whole class reads: not all of them ask at once, and not at every word. */
	#soon() {
		this.#waiting ??= setTimeout(
			() => {
				this.#waiting = null;
				this.#read().catch(report);
			},
			500 + Math.random() * 2500
		);
	}

	/** What the teacher lets a student do in a section. */
	allows(section: Pick<Section, 'arranging'> | undefined): Schemas['Arranging'] {
		return section?.arranging ?? this.view?.arranging ?? 'nothing';
	}

	/** Whether a page of the student's own may be begun beside another, or at all. */
	mayBegin(beside?: PageLine): boolean {
		return this.allows(this.sections.find((one) => beside && one.pages.includes(beside))) !== 'nothing';
	}

	listen() {
		const news = () => Promise.all([this.load(), this.onnews()]);
		const display = () => this.#soon();
		this.#live = new Live(`/api/notebooks/${this.id}/events`, { news, display, open: news });
	}

	stop() {
		this.#live?.close();
		clearTimeout(this.#waiting ?? undefined);
	}
}

/** How far a page is, in a word or two. */
export function progressOf(page: PageLine): string {
	if (page.tie === 'own') return 'yours';
	if (page.tie === 'cut') return 'yours, cut loose';
	if (page.knots) return page.knots === 1 ? 'a knot' : `${page.knots} knots`;
	if (page.ready) return 'ready';
	return page.answerable ? `${page.answered} of ${page.answerable}` : '';
}
