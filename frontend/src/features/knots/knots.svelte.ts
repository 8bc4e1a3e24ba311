/** The knots in one page: who has which, and untying them for one student or for many. */
import { api, ask, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';
import { count } from '../../ui/words';

export type How = Schemas['UntieKnots']['how'];
type Why = Schemas['KnotOut']['why'];

/** One student's wording in a knot. */
export interface Wording {
	copy: number;
	knot: string;
	person: string;
	class: string;
	words: string;
}

type Chosen = Pick<Wording, 'copy' | 'knot' | 'person'>;

/** The knots of all students at one place of the page. */
export interface Place {
	key: string;
	why: Why;
	teacher: string;
	wordings: Wording[];
}

export class KnotsState {
	found = $state.raw<Schemas['KnotsOut'] | null>(null);
	places = $derived(placesOf(this.found?.copies ?? []));
	busy = $state(false);

	/** `changed`: what to do when something was untied or tied again. */
	constructor(
		readonly page: number,
		readonly changed: () => Promise<void> = () => this.load()
	) {}

	async load() {
		const path = { page_id: this.page };
		this.found = await ask(api.GET('/api/pages/{page_id}/knots', { params: { path } }));
	}

	/** Unties these in one way; the toast ties them again. */
	async untie(wordings: Chosen[], how: How) {
		if (this.busy) return;
		this.busy = true;
		try {
			const path = { page_id: this.page };
			const knots = wordings.map(({ copy, knot }) => ({ copy_id: copy, knot }));
			const untied = await ask(
				api.POST('/api/pages/{page_id}/knots', { params: { path }, body: { knots, how } })
			);
			const passed = new Set(knots.map((one) => one.copy_id)).size - untied.length;
			const whose = wordings.length === 1 ? wordings[0]!.person : count(untied.length, 'student');
			toasts.say(`Untied for ${whose}.`, {
				hint: passed
					? `${count(passed, 'student was', 'students were')} faster and had untied it already.`
					: undefined,
				undo: untied.length ? () => this.#tieAgain(untied) : undefined
			});
			await this.changed();
		} finally {
			this.busy = false;
		}
	}

	async #tieAgain(copies: Schemas['UntiedCopy'][]) {
		const path = { page_id: this.page };
		const back = await ask(
			api.POST('/api/pages/{page_id}/knots/again', { params: { path }, body: { copies } })
		);
		const rest = copies.length - back.length;
		if (rest)
			toasts.say(`Tied again for ${count(back.length, 'student')}.`, {
				hint: `${count(rest, 'student has', 'students have')} written on since; their pages stay as they are.`
			});
		await this.changed();
	}
}

/** Gathers knots by the place that they are at and what the page says there, the most frequent first. */
export function placesOf(copies: Schemas['KnottedCopyOut'][]): Place[] {
	const places = new Map<string, Place>();
	for (const copy of copies)
		for (const knot of copy.knots) {
			const key = [knot.source, knot.why, knot.teacher].join('\n');
			const place = places.get(key) ?? { key, why: knot.why, teacher: knot.teacher, wordings: [] };
			places.set(key, place);
			place.wordings.push({
				copy: copy.copy_id,
				knot: knot.id,
				person: copy.person_name,
				class: copy.class_name,
				words: knot.student
			});
		}
	return [...places.values()].sort((a, b) => b.wordings.length - a.wordings.length);
}
