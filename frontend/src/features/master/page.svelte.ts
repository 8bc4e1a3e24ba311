/** One master page, open for writing; its own thread stands beside it. */
import { api, ask, type Schemas } from '../../api/client';
import type { MarginFacts, PageNode } from '../../editor';
import { Live } from '../../ui/live';
import { ownerNow } from '../../writing/coming';
import { Writing, type Acknowledged, type From } from '../../writing/writing.svelte';

export class MasterPageState extends Writing {
	editions = $state.raw<Schemas['EditionOut'][]>([]);
	changed = $state.raw<Schemas['ChangeOut'][]>([]);
	/** Students who do not have it and ask for it. */
	asking = $state.raw<Schemas['AskingOut'][]>([]);
	section = $state(0);
	/** Who else has the page open. */
	/** Every new notebook begins with it. */
	starter = $state(false);
	others = $state.raw<string[]>([]);
	#live: Live | null = null;
	facts = $derived<MarginFacts>(this.#facts());

	constructor(
		readonly id: number,
		onsaved: () => void
	) {
		super(`page/${id}`, onsaved);
	}

	protected async put(document: PageNode, from: From): Promise<Acknowledged> {
		const began = { revision: from.revision, window: from.window, window_save: from.save };
		const body = { document: document as never, ...began };
		const { page, sent_revision, left_out } = await ask(
			api.PUT('/api/pages/{page_id}', { params: this.#here, body })
		);
		return {
			revision: page.revision,
			sent_revision,
			left_out,
			edition: 0,
			document: page.document as unknown as PageNode
		};
	}

	get #here() {
		return { path: { page_id: this.id } };
	}

	protected async fetch() {
		const view = await this.#get();
		this.#take(view.page);
		this.#takeThread(view);
	}

	protected async good() {
		return (await this.#get()).page.document as unknown as PageNode;
	}

	protected async after() {
		this.#takeThread(await this.#get());
	}

	#get() {
		return ask(api.GET('/api/pages/{page_id}', { params: this.#here }));
	}

	#take(page: Schemas['MasterPageOut']) {
		this.show(page.document as unknown as PageNode);
		this.section = page.section_id;
		this.starter = page.starter;
		this.revision = page.revision;
	}

	async setStarter(on: boolean) {
		await ask(api.PUT('/api/pages/{page_id}/starter', { params: this.#here, body: { on } }));
		await this.fetch();
	}

	#takeThread(view: Schemas['PageViewOut']) {
		this.editions = view.editions;
		this.changed = view.changed;
		this.asking = view.asking;
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

	/** Hears who else is here, and what a colleague has saved. */
	listen() {
		const changed = () => this.refresh();
		const here = (names: string) => (this.others = JSON.parse(names) as string[]);
		this.#live = new Live(`/api/pages/${this.id}/events`, { changed, here, open: changed });
	}

	stop() {
		this.#live?.close();
	}

	/** What stands on the server now, unless one is typing just now: then the next save brings both together. */
	async refresh() {
		await this.saving.settled();
		if (this.saving.dirty) return;
		const view = await this.#get();
		if (this.saving.dirty || view.page.revision < this.revision) return;
		if (view.page.revision > this.revision) this.#take(view.page);
		this.#takeThread(view);
	}

	past() {
		return ask(api.GET('/api/pages/{page_id}/past', { params: this.#here }));
	}

	/** Back to a state of the page; gives the one that stood before, to go back to again. */
	async goBack(revision: number): Promise<number> {
		await this.save();
		const before = this.revision;
		const path = { page_id: this.id, revision };
		this.#take((await ask(api.POST('/api/pages/{page_id}/past/{revision}', { params: { path } }))).page);
		await this.after();
		return before;
	}

	async addFile(file: File, frame: string, master: number) {
		const { uploads } = await import('../../writing/uploads.svelte');
		this.arriving = uploads;
		return uploads.add({
			file,
			frame,
			place: this.place,
			address: `/api/masters/${master}/blobs`,
			person: ownerNow()
		});
	}
}
