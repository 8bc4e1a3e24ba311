/**
 * One page of the student's notebook, open for writing.
 *
 * What is typed is sent after a short pause, with the revision it began from. If something came in between,
 * the server has merged it: an idle editor takes the merged page in; one in which the student has typed on
 * goes on from the state that was sent, and the next save brings both together. What cannot be sent is kept in
 * this browser and sent when it can be.
 */
import { api, ask, Problem, send, type Schemas } from '../../api/client';
import { wordsOf } from '../../editor/words-of';
import type { MarginFacts, PageNode } from '../../editor';
import { report } from '../../ui/report';
import { SaveLoop } from '../../ui/save-loop';
import { forget, keep, keptFor } from './unsaved';

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
	facts = $derived<MarginFacts>(this.#facts());

	#revision = 0;
	#edition = 0;
	#content: PageNode[] = [];
	#saving = new SaveLoop(PAUSE, () => this.#send());

	constructor(
		readonly id: number,
		readonly onsaved: () => void = () => {}
	) {}

	async load() {
		const kept = keptFor(this.id);
		await this.#fetch();
		if (!kept) return;
		// Words that could not be sent last time: send them from where they began.
		this.#show({ type: 'doc', attrs: this.page?.attrs ?? kept.attrs, content: kept.content });
		this.#revision = kept.revision;
		this.#edition = kept.edition;
		this.#saving.dirty = true;
		await this.save();
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
		this.state = 'waiting';
		this.#saving.typed();
	}

	/** Sends what is not saved yet. */
	save(): Promise<void> {
		return this.#saving.now();
	}

	async #send() {
		this.state = 'saving';
		const content = this.#content;
		const document = { type: 'doc', attrs: this.page?.attrs ?? {}, content };
		try {
			const body = { document: document as never, revision: this.#revision, edition_id: this.#edition };
			const params = { path: { copy_id: this.id } };
			this.#saved(await ask(api.PUT('/api/copies/{copy_id}', { params, body })));
		} catch (error) {
			this.#failed(error, content);
		}
	}

	#saved(saved: Schemas['SavedOut']) {
		forget(this.id);
		this.problem = null;
		this.takenBack ||= saved.taken_back;
		this.#edition = saved.edition_id;
		if (this.#saving.dirty) {
			this.#revision = saved.sent_revision;
			this.state = 'waiting';
			this.#saving.soon(PAUSE);
		} else {
			this.#revision = saved.revision;
			this.state = 'saved';
			if (saved.document) {
				this.#show(saved.document as unknown as PageNode);
				void this.refresh();
			}
		}
		this.onsaved();
	}

	#failed(error: unknown, content: PageNode[]) {
		this.#saving.dirty = true;
		keep(this.id, { attrs: this.page?.attrs, content, revision: this.#revision, edition: this.#edition });
		if (!(error instanceof Problem)) {
			this.state = 'kept';
			report(error);
			return;
		}
		this.problem = error;
		if (error.status === 401) this.state = 'signed-out';
		else if (error.status >= 400 && error.status < 500) this.state = 'refused';
		else {
			this.state = 'kept';
			this.#saving.soon(AGAIN);
		}
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
