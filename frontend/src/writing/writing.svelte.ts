/**
 * One page open for writing, a student's or the master's.
 *
 * What is typed is sent after a short pause, with the state it began from. If something came in between, the server
 * has merged it: an idle editor takes the merged page in; one that was typed in meanwhile goes on from the state that
 * was sent, and the next save brings both together. Words are kept in this browser from the moment they are typed
 * until the server has acknowledged them. Each save has a number, so that the server knows what this window sent even
 * where its answers were lost.
 */
import { Problem } from '../api/client';
import type { PageNode } from '../editor';
import { wordsAlone } from '../editor/words-alone';
import { report } from '../ui/report';
import { waitsAt } from './coming';
import { patience } from '../ui/patience';
import { openPlaces } from './open-places';
import { SaveLoop } from './save-loop';
import { forget, keep, keptAt, newWindow, type Unsaved } from './unsaved';

export const PAUSE = 700;

export type SaveState = 'saved' | 'waiting' | 'saving' | 'kept' | 'signed-out' | 'refused';
export type From = Pick<Unsaved, 'revision' | 'edition' | 'window' | 'save'>;

/** What the server answers to a save. `document`: only where the editor has to take it in. */
export interface Acknowledged {
	revision: number;
	sent_revision: number;
	edition: number | null;
	document: PageNode | null;
	/** What was sent and can stand on no page, in words. */
	left_out?: string[];
}

export abstract class Writing {
	page = $state.raw<PageNode | null>(null);
	title = $state('');
	state = $state<SaveState>('saved');
	/** What the last save had to leave out, in words. */
	leftOut = $state.raw<string[]>([]);
	problem = $state.raw<Problem | null>(null);
	/** The browser keeps what is not saved yet; if not, it is in this window alone. */
	keptHere = $state(true);
	#failures = 0;

	/** The queue of pictures, once there is anything in it for this page. */
	protected arriving = $state.raw<{ gone: Record<string, number> } | null>(null);
	/** Pictures that are on their way to this page, from this visit or an earlier one. */
	readonly coming = {
		gone: () => this.arriving?.gone ?? {},
		takeUp: async () => {
			if (!waitsAt(this.place)) return [];
			const { uploads } = await import('./uploads.svelte');
			this.arriving = uploads;
			return uploads.takeUp(this.place);
		}
	};

	protected revision = 0;
	protected edition: number | null = 0;
	protected saving = new SaveLoop(PAUSE, () => this.#send());
	#content: PageNode[] = [];
	#window = newWindow();
	#save = 0;

	/** `place`: a name of the page among all that are kept in this browser, such as `copy/5`. */
	constructor(
		readonly place: string,
		readonly onsaved: () => void = () => {}
	) {}

	/** Sends a page, and takes of the answer what only this kind of page has. */
	protected abstract put(document: PageNode, from: From): Promise<Acknowledged>;
	/** The page as the server has it, shown. */
	protected abstract fetch(): Promise<void>;
	/** The last good state of the page. */
	protected abstract good(): Promise<PageNode>;
	/** After a save: what stands beside the page may be different now. `merged`: something came in with it. */
	protected abstract after(merged: boolean): Promise<void>;

	async load() {
		const left = await this.#sendWhatIsLeft();
		await this.fetch();
		if (left) this.#goOnWith(left);
	}

	/** Words of windows that were closed: sent as those would have sent them. Gives what could not be sent. */
	async #sendWhatIsLeft(): Promise<Unsaved | null> {
		let left: Unsaved | null = null;
		for (const kept of keptAt(this.place)) {
			try {
				await this.put({ type: 'doc', attrs: kept.attrs ?? {}, content: kept.content }, kept);
				forget(this.place, kept.window);
			} catch (error) {
				this.#tell(error);
				left = kept;
			}
		}
		return left;
	}

	/** Shows words that could not be sent, to be sent from here. */
	#goOnWith(kept: Unsaved) {
		this.show({ type: 'doc', attrs: kept.attrs ?? this.attributes(), content: kept.content });
		this.revision = kept.revision;
		this.edition = kept.edition;
		forget(this.place, kept.window);
		this.#keep();
		this.saving.dirty = true;
		if (this.state === 'kept') this.saving.soon(patience(this.#failures++));
	}

	/** The page's own attributes as they are to be saved. */
	protected attributes(): PageNode['attrs'] {
		const attrs = this.page?.attrs;
		return this.title || attrs?.title !== undefined ? { ...attrs, title: this.title } : attrs;
	}

	protected show(page: PageNode) {
		this.page = page;
		this.title = String(page.attrs?.title ?? '');
		this.#content = page.content ?? [];
	}

	#keep() {
		const words = { attrs: this.attributes(), content: this.#content };
		const from = { revision: this.revision, edition: this.edition };
		this.keptHere = keep(this.place, { ...words, ...from, window: this.#window, save: this.#save + 1 });
	}

	type(content: PageNode[]) {
		this.#content = content;
		this.later();
	}

	retitle(title: string) {
		this.title = title;
		this.later();
	}

	/** Changes how the page is set: its paper, where students may write. Null: as if nothing had been said of it. */
	set(attrs: Record<string, unknown>) {
		const said = Object.entries({ ...this.page?.attrs, ...attrs }).filter(([, value]) => value !== null);
		this.page = { type: 'doc', attrs: Object.fromEntries(said), content: this.#content };
		this.later();
	}

	/** Something of the page was changed: it is kept here, and sent after a pause. */
	protected later() {
		if (this.state !== 'refused') this.state = 'waiting';
		this.#keep();
		this.saving.typed();
	}

	/** Sends what is not saved yet. */
	save(): Promise<void> {
		return this.saving.now();
	}

	async #send() {
		if (this.state !== 'refused') this.state = 'saving';
		const document = { type: 'doc', attrs: this.attributes() ?? {}, content: this.#content };
		this.#save += 1;
		const from = { revision: this.revision, edition: this.edition, window: this.#window, save: this.#save };
		try {
			this.#saved(await this.put(document, from));
		} catch (error) {
			this.#failed(error);
		}
	}

	#saved(saved: Acknowledged) {
		this.#failures = 0;
		this.problem = null;
		this.edition = saved.edition;
		if (saved.left_out?.length) this.leftOut = saved.left_out;
		const takesIn = !this.saving.dirty && saved.document !== null;
		if (this.saving.dirty) {
			this.revision = saved.sent_revision;
			this.state = 'waiting';
			this.#keep();
			this.saving.soon(PAUSE);
		} else {
			this.revision = saved.revision;
			this.state = 'saved';
			forget(this.place, this.#window);
			if (saved.document) this.show(saved.document);
		}
		this.onsaved();
		void this.after(takesIn).catch(report);
	}

	#failed(error: unknown) {
		this.saving.dirty = true;
		this.#keep();
		this.#tell(error);
		if (this.state === 'kept') this.saving.soon(patience(this.#failures++));
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
		const good = await this.good();
		this.show({ ...good, content: wordsAlone(good.content ?? [], this.#content) });
		this.state = 'waiting';
		this.#keep();
		this.saving.dirty = true;
		await this.save();
	}
}

/** Sends what is left when the page is left, and when the line is back; gives what ends that. */
export function whileOpen(page: Writing): () => void {
	openPlaces.add(page.place);
	const send = () => void page.save();
	const occasions = ['pagehide', 'online', 'focus'];
	occasions.forEach((occasion) => window.addEventListener(occasion, send));
	return () => {
		occasions.forEach((occasion) => window.removeEventListener(occasion, send));
		openPlaces.delete(page.place);
		send();
	};
}
