/**
 * One page of the student's notebook, open for writing.
 *
 * What is typed is sent after a short pause, with the revision it began from. If something came in between,
 * the server has merged it: an idle editor takes the merged page in; one in which the student has typed on
 * goes on from the state that was sent, and the next save brings both together. Words are kept in this browser from
 * the moment they are typed until the server has acknowledged them. Each save has a number, so that the server knows
 * what this window sent even where its answers were lost.
 */
import { api, ask, Problem, send, type Schemas } from '../../api/client';
import { wordsAlone } from '../../editor/words-alone';
import { wordsOf } from '../../editor/words-of';
import type { MarginFacts, PageNode } from '../../editor';
import { report } from '../../ui/report';
import { SaveLoop } from '../../ui/save-loop';
import { forget, keep, keptAt, newWindow, type Unsaved } from '../../ui/unsaved';

const PAUSE = 700;
const AGAIN = 4000;

export type SaveState = 'saved' | 'waiting' | 'saving' | 'kept' | 'signed-out' | 'refused';

export class CopyState {
	open = $state.raw<Schemas['OpenPageOut'] | null>(null);
	page = $state.raw<PageNode | null>(null);
	arrived = $state.raw<string[]>([]);
	state = $state<SaveState>('saved');
	problem = $state.raw<Problem | null>(null);
	/** The teacher took the page back while it was open; what was written is kept. */
	takenBack = $state(false);
	/** The state before much was taken out, while it can be had back. */
	full = $state<number | null>(null);
	facts = $derived<MarginFacts>(this.#facts());

	#revision = 0;
	#edition = 0;
	#content: PageNode[] = [];
	#window = newWindow();
	#save = 0;
	#saving = new SaveLoop(PAUSE, () => this.#send());

	constructor(
		readonly id: number,
		readonly onsaved: () => void = () => {}
	) {}

	async load() {
		const left = await this.#sendWhatIsLeft();
		await this.#fetch();
		if (left) this.#goOnWith(left);
	}

	/** Words of windows that were closed: sent as those would have sent them. Gives what could not be sent. */
	async #sendWhatIsLeft(): Promise<Unsaved | null> {
		let left: Unsaved | null = null;
		for (const kept of keptAt(this.#place)) {
			try {
				const document = { type: 'doc', attrs: kept.attrs ?? {}, content: kept.content };
				this.takenBack ||= (await this.#put(document, kept)).taken_back;
				forget(this.#place, kept.window);
			} catch (error) {
				this.#tell(error);
				left = kept;
			}
		}
		return left;
	}

	/** Shows words that could not be sent, to be sent from here. */
	#goOnWith(kept: Unsaved) {
		this.#show({ type: 'doc', attrs: this.page?.attrs ?? kept.attrs, content: kept.content });
		this.#revision = kept.revision;
		this.#edition = kept.edition;
		forget(this.#place, kept.window);
		this.#keep();
		this.#saving.dirty = true;
		if (this.state === 'kept') this.#saving.soon(AGAIN);
	}

	get #place() {
		return `copy/${this.id}`;
	}

	#keep() {
		const words = { attrs: this.page?.attrs, content: this.#content };
		const from = { revision: this.#revision, edition: this.#edition };
		keep(this.#place, { ...words, ...from, window: this.#window, save: this.#save + 1 });
	}

	#put(document: PageNode, from: Pick<Unsaved, 'revision' | 'edition' | 'window' | 'save'>) {
		const began = { revision: from.revision, edition_id: from.edition };
		const body = { document: document as never, ...began, window: from.window, window_save: from.save };
		return ask(api.PUT('/api/copies/{copy_id}', { params: { path: { copy_id: this.id } }, body }));
	}

	/** The page as it is; one that the teacher took back meanwhile is no more to be had, and said to be so. */
	async #fetch() {
		try {
			this.#take(await this.#get());
		} catch (error) {
			if (!isTakenBack(error)) throw error;
			this.takenBack = true;
		}
	}

	#get() {
		return ask(api.GET('/api/copies/{copy_id}', { params: { path: { copy_id: this.id } } }));
	}

	#take(open: Schemas['OpenPageOut']) {
		this.open = open;
		this.#revision = open.revision;
		this.#edition = open.edition_id;
		this.full = open.full ?? null;
		this.#show(open.document as unknown as PageNode);
		if (open.arrived.length) this.arrived = open.arrived;
	}

	#show(page: PageNode) {
		this.page = page;
		this.#content = page.content ?? [];
	}

	#facts(): MarginFacts {
		const before = wordsOf(this.open?.edition as unknown as PageNode | undefined);
		return {
			tied: new Set(this.open?.tied ?? []),
			loose: new Set(),
			arrived: new Set(this.arrived),
			before
		};
	}

	type(content: PageNode[]) {
		this.#content = content;
		if (this.state !== 'refused') this.state = 'waiting';
		this.#keep();
		this.#saving.typed();
	}

	/** Sends what is not saved yet. */
	save(): Promise<void> {
		return this.#saving.now();
	}

	async #send() {
		if (this.state !== 'refused') this.state = 'saving';
		const document = { type: 'doc', attrs: this.page?.attrs ?? {}, content: this.#content };
		const began = { revision: this.#revision, edition: this.#edition };
		this.#save += 1;
		try {
			this.#saved(await this.#put(document, { ...began, window: this.#window, save: this.#save }));
		} catch (error) {
			this.#failed(error);
		}
	}

	#saved(saved: Schemas['SavedOut']) {
		this.problem = null;
		if (saved.full !== null) this.full = saved.full;
		this.takenBack ||= saved.taken_back;
		this.#edition = saved.edition_id;
		if (this.#saving.dirty) {
			this.#revision = saved.sent_revision;
			this.state = 'waiting';
			this.#keep();
			this.#saving.soon(PAUSE);
		} else {
			this.#revision = saved.revision;
			this.state = 'saved';
			forget(this.#place, this.#window);
			if (saved.document) {
				this.#show(saved.document as unknown as PageNode);
				void this.refresh();
			}
		}
		this.onsaved();
	}

	#failed(error: unknown) {
		this.#saving.dirty = true;
		this.#keep();
		this.#tell(error);
		if (this.state === 'kept') this.#saving.soon(AGAIN);
	}

	#tell(error: unknown) {
		if (!(error instanceof Problem)) {
			this.state = 'kept';
			report(error);
			return;
		}
		this.problem = error;
		if (error.status === 401) this.state = 'signed-out';
		else if (error.status >= 400 && error.status < 500) this.state = 'refused';
		else this.state = 'kept';
	}

	/** The words alone, on the last good state of the page: what a save can always take. */
	async saveWordsAlone() {
		const good = (await this.#get()).document as unknown as PageNode;
		const content = wordsAlone(good.content ?? [], this.#content);
		this.#show({ ...good, content });
		this.state = 'waiting';
		this.#keep();
		this.#saving.dirty = true;
		await this.save();
	}

	/** Puts back what stood before much of it was taken out. */
	async getBack() {
		if (this.full === null) return;
		await this.save();
		const path = { copy_id: this.id, revision: this.full };
		await ask(api.POST('/api/copies/{copy_id}/history/{revision}', { params: { path } }));
		this.full = null;
		await this.refresh();
	}

	/** Something came into the notebook: fetch the page anew, unless the student is writing just now. */
	async refresh() {
		await this.#saving.settled();
		if (this.#saving.dirty) return this.save();
		try {
			const open = await this.#get();
			this.takenBack = false;
			if (this.#saving.dirty || open.revision < this.#revision) return;
			const isNew = open.edition_id !== this.open?.edition_id;
			if (isNew || open.revision !== this.#revision || open.edition_id !== this.#edition) this.#take(open);
			else this.open = open;
		} catch (error) {
			if (isTakenBack(error)) this.takenBack = true;
			else if (!(error instanceof Problem)) throw error;
		}
	}

	/** Out of the drawer, into its place. */
	async bringBack() {
		const path = { copy_id: this.id };
		await ask(api.POST('/api/copies/{copy_id}/bring-back', { params: { path } }));
		await this.refresh();
	}

	async addPicture(file: File): Promise<string> {
		const { src } = await send<Schemas['PictureOut']>(`/api/copies/${this.id}/pictures`, file);
		return src;
	}
}

function isTakenBack(error: unknown): boolean {
	return error instanceof Problem && error.status === 410;
}
