/** The past of one page: its moments, one of them looked at, and the way back. */
import { api, ask, type Schemas } from '../../api/client';
import type { PageNode } from '../../editor';
import { toasts } from '../../ui/toasts.svelte';
import { dayAndTime, list, manyOf } from '../../ui/words';
import type { CopyState } from './copy.svelte';

export type Moment = Schemas['MomentOut'];

/** The moment that is looked at, where nobody went through all of them. */
const READY = {
	revision: -1,
	made_by: '',
	by_student: true,
	edition: 0,
	changed: [],
	cause: 'ready' as const
} satisfies Omit<Moment, 'made_at'>;

export class PastState {
	moments = $state.raw<Moment[] | null>(null);
	at = $state.raw<Moment | null>(null);
	page = $state.raw<PageNode | null>(null);

	constructor(readonly copy: CopyState) {}

	async open() {
		await this.copy.save();
		const path = { copy_id: this.copy.id };
		this.moments = await ask(api.GET('/api/copies/{copy_id}/history', { params: { path } }));
	}

	close() {
		this.moments = this.at = this.page = null;
	}

	/** Looks at a moment; the newest one is the page itself. */
	async look(moment: Moment) {
		if (moment === this.moments?.[0]) {
			this.at = this.page = null;
			return;
		}
		const path = { copy_id: this.copy.id, revision: moment.revision };
		const found = await ask(api.GET('/api/copies/{copy_id}/history/{revision}', { params: { path } }));
		this.page = found.document as unknown as PageNode;
		this.at = moment;
	}

	/** Looks at the page as it was when its student said that it is ready; by that a teacher has read it. */
	async readReady() {
		const ready = this.copy.open?.ready;
		if (!ready) return;
		const params = { path: { copy_id: this.copy.id } };
		const then = await ask(api.GET('/api/copies/{copy_id}/ready', { params }));
		this.page = then.document as unknown as PageNode;
		this.at = { ...READY, made_at: ready.at };
		await this.copy.refresh();
	}

	/** Goes back to the moment that is looked at; the toast leads forward again. */
	async goBack() {
		const [newest, at] = [this.moments?.[0], this.at];
		if (!newest || !at) return;
		await this.#goTo(at);
		toasts.say(`Your page is as it was on ${dayAndTime(at.made_at)}.`, { undo: () => this.#goTo(newest) });
		this.close();
	}

	async #goTo(moment: Moment) {
		const path = { copy_id: this.copy.id, revision: moment.revision };
		await ask(api.POST('/api/copies/{copy_id}/history/{revision}', { params: { path } }));
		await this.copy.refresh();
	}
}

/** What a moment was, and what it changed. */
export function told(moment: Moment, hand: 'student' | 'reader'): { head: string; under: string } {
	const who = hand === 'student' && moment.by_student ? 'You' : moment.made_by;
	const head = {
		given: `Edition ${moment.edition} was given`,
		student: `${who} wrote`,
		push: `Edition ${moment.edition} was woven in`,
		back: `${who} went back`,
		untied: `${who} untied a knot`,
		ready: `${who} said that it is ready`
	}[moment.cause];
	const under = moment.cause === 'given' ? 'before anything was written' : list(gathered(moment.changed), 3);
	return { head, under: under || 'nothing that can be seen' };
}

/** The same words said once, with how often they hold. */
function gathered(words: string[]): string[] {
	const times = new Map<string, number>();
	for (const one of words) times.set(one, (times.get(one) ?? 0) + 1);
	return [...times].map(([one, n]) => (n > 1 ? manyOf(one, n) : one));
}
