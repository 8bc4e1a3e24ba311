/** A student's notebook: what is in it, and what is new. It hears at once when something comes in. */
import { api, ask, type Schemas } from '../../api/client';
import type { PageNode } from '../../editor';
import { Live } from '../../ui/live';
import { report } from '../../ui/report';
import { linesOf } from './lines';

/** As the server calls it. */
export const OWN_PAGES = 'My own pages';

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

	/** A page on display, as it is now. */
	async shown(page_id: number): Promise<PageNode> {
		const params = { path: { notebook_id: this.id, page_id } };
		const { document } = await ask(api.GET('/api/notebooks/{notebook_id}/reading/{page_id}', { params }));
		return document as unknown as PageNode;
	}

	/** The section of the page that is open. */
	sectionOf(open: number | null): number | null {
		return this.view?.sections.find((one) => one.pages.some((page) => page.id === open))?.id ?? null;
	}

	/** Begins a section of the student's own; gives its id. */
	async beginSection(name: string): Promise<number> {
		const params = { path: { notebook_id: this.id } };
		return (await ask(api.POST('/api/notebooks/{notebook_id}/sections', { params, body: { name } }))).id;
	}

	/** Begins a page of the student's own, behind the one that is open if that is in the section; gives its id. */
	async begin(title: string, section_id: number | null, open: number | null): Promise<number> {
		const where = { section_id, after: this.sectionOf(open) === section_id ? open : null };
		const params = { path: { notebook_id: this.id } };
		const made = await ask(
			api.POST('/api/notebooks/{notebook_id}/pages', { params, body: { title, ...where } })
		);
		await this.load();
		return made.id;
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
