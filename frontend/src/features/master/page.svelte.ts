/**
 * One master page: what the teacher types is saved as it is typed, and kept in this browser until it is acknowledged;
 * its own thread stands beside it. A save that was merged with a colleague's is taken in, or, while the teacher types
 * on, gone on from the state that was sent.
 */
import { api, ask, Problem, send, type Schemas } from '../../api/client';
import type { MarginFacts, PageNode } from '../../editor';
import { report } from '../../ui/report';
import { SaveLoop } from '../../ui/save-loop';
import { forget, keep, keptAt, newWindow } from '../../ui/unsaved';

const PAUSE = 600;
const AGAIN = 5000;

export class MasterPageState {
	page = $state.raw<PageNode | null>(null);
	editions = $state.raw<Schemas['EditionOut'][]>([]);
	changed = $state.raw<Schemas['ChangeOut'][]>([]);
	title = $state('');
	section = $state(0);
	state = $state<'saved' | 'saving' | 'waiting' | 'kept'>('saved');
	facts = $derived<MarginFacts>(this.#facts());

	#revision = 0;
	#content: PageNode[] = [];
	#window = newWindow();
	#saving = new SaveLoop(PAUSE, () => this.#send());

	constructor(
		readonly id: number,
		readonly onsaved: () => void
	) {}

	async load() {
		await this.#sendWhatIsLeft();
		const view = await this.#get();
		this.#take(view.page);
		this.#takeThread(view);
	}

	/** Words of windows that were closed before they were saved. */
	async #sendWhatIsLeft() {
		for (const kept of keptAt(this.#place)) {
			const attrs = { ...kept.attrs };
			await this.#put({ type: 'doc', attrs, content: kept.content }, kept.revision);
			forget(this.#place, kept.window);
		}
	}

	get #place() {
		return `page/${this.id}`;
	}

	#keep() {
		const attrs = { ...this.page?.attrs, title: this.title };
		const from = { revision: this.#revision, edition: 0, window: this.#window, save: 0 };
		keep(this.#place, { attrs, content: this.#content, ...from });
	}

	#put(document: PageNode, revision: number) {
		const params = { path: { page_id: this.id } };
		return ask(api.PUT('/api/pages/{page_id}', { params, body: { document: document as never, revision } }));
	}

	#get() {
		return ask(api.GET('/api/pages/{page_id}', { params: { path: { page_id: this.id } } }));
	}

	#take(page: Schemas['MasterPageOut']) {
		const document = page.document as unknown as PageNode;
		this.page = document;
		this.#content = document.content ?? [];
		this.title = page.title;
		this.section = page.section_id;
		this.#revision = page.revision;
	}

	#takeThread(view: Schemas['PageViewOut']) {
		this.editions = view.editions;
		this.changed = view.changed;
	}

	#facts(): MarginFacts {
		const ids = (this.page?.content ?? []).map((block) => String(block.attrs?.id));
		const given = this.editions.length > 0;
		return {
			tied: new Set(given ? ids : []),
			loose: new Set(given ? this.changed.map((change) => change.id) : []),
			arrived: new Set(),
			before: new Map()
		};
	}

	type(content: PageNode[]) {
		this.#content = content;
		this.#later();
	}

	retitle(title: string) {
		this.title = title;
		this.#later();
	}

	#later() {
		this.state = 'waiting';
		this.#keep();
		this.#saving.typed();
	}

	/** Saves what is not saved yet. */
	save(): Promise<void> {
		return this.#saving.now();
	}

	async #send() {
		this.state = 'saving';
		const attrs = { ...this.page?.attrs, title: this.title };
		const document = { type: 'doc', attrs, content: this.#content };
		try {
			const saved = await this.#put(document, this.#revision);
			if (this.#saving.dirty) {
				this.#revision = saved.sent_revision;
				this.#keep();
			} else {
				this.#take(saved.page);
				forget(this.#place, this.#window);
			}
			this.state = this.#saving.dirty ? 'waiting' : 'saved';
			this.#takeThread(await this.#get());
			this.onsaved();
		} catch (error) {
			this.#saving.dirty = true;
			this.state = 'kept';
			if (!(error instanceof Problem) || error.status !== 0) report(error);
			this.#saving.soon(AGAIN);
		}
	}

	past() {
		return ask(api.GET('/api/pages/{page_id}/past', { params: { path: { page_id: this.id } } }));
	}

	/** Back to a state of the page; gives the one that stood before, to go back to again. */
	async goBack(revision: number): Promise<number> {
		await this.save();
		const before = this.#revision;
		const path = { page_id: this.id, revision };
		this.#take((await ask(api.POST('/api/pages/{page_id}/past/{revision}', { params: { path } }))).page);
		this.#takeThread(await this.#get());
		return before;
	}

	async addPicture(file: File, master: number): Promise<string> {
		const { src } = await send<Schemas['PictureOut']>(`/api/masters/${master}/pictures`, file);
		return src;
	}
}
