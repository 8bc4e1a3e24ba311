/** One master page: what the teacher types is saved as it is typed; its own thread stands beside it. */
import { api, ask, Problem, send, type Schemas } from '../../api/client';
import type { MarginFacts, PageNode } from '../../editor';
import { report } from '../../ui/report';
import { SaveLoop } from '../../ui/save-loop';

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
	#saving = new SaveLoop(PAUSE, () => this.#send());

	constructor(
		readonly id: number,
		readonly onsaved: () => void
	) {}

	async load() {
		const view = await this.#get();
		this.#take(view.page);
		this.#takeThread(view);
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
			const path = { page_id: this.id };
			const body = { document: document as never, revision: this.#revision };
			const saved = await ask(api.PUT('/api/pages/{page_id}', { params: { path }, body }));
			if (this.#saving.dirty) this.#revision = saved.revision;
			else this.#take(saved);
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

	async addPicture(file: File, master: number): Promise<string> {
		const { src } = await send<Schemas['PictureOut']>(`/api/masters/${master}/pictures`, file);
		return src;
	}
}
