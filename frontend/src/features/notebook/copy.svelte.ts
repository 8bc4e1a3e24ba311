/** One page of the student's notebook, open for writing; what comes from the teacher meanwhile is taken in. */
import { api, ask, Problem, type Schemas } from '../../api/client';
import { idsOf, wordsOf } from '../../editor/words-of';
import type { MarginFacts, PageNode } from '../../editor';
import { ownerNow } from '../../writing/coming';
import { Writing, type Acknowledged, type From } from '../../writing/writing.svelte';

export class CopyState extends Writing {
	open = $state.raw<Schemas['OpenPageOut'] | null>(null);
	arrived = $state.raw<string[]>([]);
	/** The teacher took the page back while it was open; what was written is kept. */
	takenBack = $state(false);
	/** The state before much was taken out, while it can be had back. */
	full = $state<number | null>(null);
	facts = $derived<MarginFacts>(this.#facts());
	/** Of a page that its teacher gave so; one that is the student's own takes writing everywhere. */
	onlySpaces = $derived(this.open?.tie === 'tied' && this.page?.attrs?.writing === 'spaces');

	constructor(
		readonly id: number,
		onsaved?: () => void
	) {
		super(`copy/${id}`, onsaved);
	}

	protected async put(document: PageNode, from: From): Promise<Acknowledged> {
		const began = { revision: from.revision, edition_id: from.edition };
		const body = { document: document as never, ...began, window: from.window, window_save: from.save };
		const saved = await ask(api.PUT('/api/copies/{copy_id}', { params: this.#here, body }));
		if (saved.full !== null) this.full = saved.full;
		this.takenBack ||= saved.taken_back;
		this.#keepAsSaved(saved.document ?? (document as never), saved);
		return { ...saved, edition: saved.edition_id, document: saved.document as PageNode | null };
	}

	/** Where the page is opened with no network, it is as it was saved last. */
	#keepAsSaved(document: Schemas['OpenPageOut']['document'], saved: Schemas['SavedOut']) {
		if (!this.open) return;
		const { revision, edition_id } = saved;
		const now = { ...this.open, document, revision, edition_id };
		void import('../../api/keeping').then(({ keepAs }) => keepAs(`/api/copies/${this.id}`, now));
	}

	get #here() {
		return { path: { copy_id: this.id } };
	}

	/** The page as it is; one that the teacher took back meanwhile is no more to be had, and said to be so. */
	protected async fetch() {
		try {
			this.#take(await this.#get());
		} catch (error) {
			if (!isTakenBack(error)) throw error;
			this.takenBack = true;
		}
	}

	protected async good() {
		return (await this.#get()).document as unknown as PageNode;
	}

	protected async after(merged: boolean) {
		if (merged) await this.refresh();
	}

	#get() {
		return ask(api.GET('/api/copies/{copy_id}', { params: this.#here }));
	}

	#take(open: Schemas['OpenPageOut']) {
		this.open = open;
		this.revision = open.revision;
		this.edition = open.edition_id;
		this.full = open.full ?? null;
		this.show(open.document as unknown as PageNode);
		if (open.arrived.length) this.arrived = open.arrived;
	}

	#facts(): MarginFacts {
		const edition = this.open?.edition as unknown as PageNode | undefined;
		return {
			tied: new Set(this.open?.tied ?? []),
			loose: new Set(),
			arrived: new Set(this.arrived),
			before: wordsOf(edition),
			given: idsOf(edition)
		};
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
		await this.saving.settled();
		if (this.saving.dirty) return this.save();
		try {
			const open = await this.#get();
			this.takenBack = false;
			if (this.saving.dirty || open.revision < this.revision) return;
			const isNew = open.edition_id !== this.open?.edition_id;
			if (isNew || open.revision !== this.revision || open.edition_id !== this.edition) this.#take(open);
			else this.open = open;
		} catch (error) {
			if (isTakenBack(error)) this.takenBack = true;
			else throw error;
		}
	}

	/** Into the drawer, or out of it again. */
	async putAway() {
		await this.save();
		await ask(api.POST('/api/copies/{copy_id}/put-away', { params: this.#here }));
		await this.refresh();
	}

	/** Out of the drawer, into its place. */
	async bringBack() {
		await ask(api.POST('/api/copies/{copy_id}/bring-back', { params: this.#here }));
		await this.refresh();
	}

	async addFile(file: File, frame: string) {
		const { uploads } = await import('../../writing/uploads.svelte');
		this.arriving = uploads;
		return uploads.add({
			file,
			frame,
			place: this.place,
			address: `/api/copies/${this.id}/blobs`,
			person: ownerNow()
		});
	}
}

function isTakenBack(error: unknown): boolean {
	return error instanceof Problem && error.status === 410;
}
