/** A student arranges their notebook: what is chosen, what is on its way, what was done and can be undone. */
import { SvelteSet } from 'svelte/reactivity';
import { api, ask, type Schemas } from '../../api/client';
import { attempt } from '../../ui/report';
import { toasts } from '../../ui/toasts.svelte';
import { count } from '../../ui/words';
import type { NotebookState, PageLine } from './notebook.svelte';
import { sectionStep, step, type Where } from './steps';

type Section = Schemas['NotebookSectionOut'];
type Arranged = Schemas['ArrangedOut'];
/** What was done in one go: by which it is undone, and what was said of it. */
interface Step {
	id: number;
	words: string;
}

export class ArrangingState {
	readonly chosen = new SvelteSet<number>();
	#done: Step[] = [];
	#undone: Step[] = [];

	constructor(readonly notebook: NotebookState) {}

	/** The chosen pages, in the order of the notebook. */
	get pages(): PageLine[] {
		return [...this.notebook.pages, ...this.notebook.drawer].filter((page) => this.chosen.has(page.id));
	}

	choose(id: number) {
		if (!this.chosen.delete(id)) this.chosen.add(id);
	}

	/** What goes with a page that is taken hold of: all that is chosen, if it is. */
	with(id: number): number[] {
		return this.chosen.has(id) ? [...this.chosen] : [id];
	}

	async move(ids: number[], where: Where) {
		const { id: notebook_id } = this.notebook;
		const body = { copy_ids: ids, ...where };
		const params = { path: { notebook_id } };
		await this.#do(
			() => ask(api.POST('/api/notebooks/{notebook_id}/move', { params, body })),
			`${this.#named(ids)} moved.`
		);
	}

	async step(id: number, by: -1 | 1) {
		const where = step(this.notebook.sections, id, by);
		if (where) await this.move([id], where);
	}

	async home(copy_id: number) {
		const params = { path: { notebook_id: this.notebook.id, copy_id } };
		await this.#do(
			() => ask(api.POST('/api/notebooks/{notebook_id}/home/{copy_id}', { params })),
			`${this.#named([copy_id])} is back where your teacher has it.`
		);
	}

	async drawer(deed: Schemas['DrawerDeed']['deed'], copy_ids: number[]) {
		const words = {
			'put-away': 'in your drawer, with all that is on it.',
			'bring-back': 'in its place again.',
			'throw-away': 'thrown away. You have thirty days to bring it back.'
		}[deed];
		await this.#do(
			() => ask(api.POST('/api/drawer', { body: { deed, copy_ids } })),
			`${this.#named(copy_ids)}: ${words}`
		);
	}

	async copy(copy_id: number) {
		const params = { path: { copy_id } };
		await this.#do(
			() => ask(api.POST('/api/copies/{copy_id}/copy', { params })),
			`A copy of ${this.#named([copy_id])} for you, right behind it.`
		);
	}

	async nameSection(section: Section, name: string) {
		if (!name.trim() || name.trim() === section.name) return;
		const params = { path: { notebook_id: this.notebook.id, section_id: section.id } };
		const address = '/api/notebooks/{notebook_id}/sections/{section_id}';
		await this.#do(
			() => ask(api.PATCH(address, { params, body: { name } })),
			`“${section.name}” is called “${name.trim()}” now.`
		);
	}

	async stepSection(section: Section, by: -1 | 1) {
		const body = sectionStep(this.notebook.sections, section.id, by);
		if (!body) return;
		const params = { path: { notebook_id: this.notebook.id, section_id: section.id } };
		const address = '/api/notebooks/{notebook_id}/sections/{section_id}/move';
		await this.#do(() => ask(api.POST(address, { params, body })), `“${section.name}” moved.`);
	}

	async putSectionAway(section: Section) {
		const params = { path: { notebook_id: this.notebook.id, section_id: section.id } };
		const address = '/api/notebooks/{notebook_id}/sections/{section_id}/put-away';
		const pages = section.pages.filter((page) => !page.put_away).length;
		await this.#do(
			() => ask(api.POST(address, { params })),
			`“${section.name}” is put away${pages ? `; ${count(pages, 'page is', 'pages are')} in your drawer` : ''}.`
		);
	}

	/** Takes back what was done last; whether there was anything. */
	undo(): boolean {
		return this.#back(this.#done, this.#undone);
	}

	redo(): boolean {
		return this.#back(this.#undone, this.#done);
	}

	#back(from: Step[], to: Step[]): boolean {
		const last = from.pop();
		if (last !== undefined) void attempt(() => this.#undo(last, to));
		return last !== undefined;
	}

	async #undo({ id, words }: Step, to: Step[]) {
		toasts.closeSaying(words);
		const params = { path: { arrangement_id: id } };
		const undone = await ask(api.POST('/api/arrangements/{arrangement_id}/undo', { params }));
		if (undone.arrangement_id) to.push({ id: undone.arrangement_id, words });
		await this.notebook.load();
	}

	/** Says what happened, with the way back. */
	async #do(run: () => Promise<Arranged>, words: string) {
		await attempt(async () => {
			const { arrangement_id } = await run();
			this.chosen.clear();
			await this.notebook.load();
			if (arrangement_id === null) return;
			const step = { id: arrangement_id, words };
			this.#done.push(step);
			this.#undone = [];
			toasts.say(words, { undo: () => this.#undoThis(step) });
		});
	}

	async #undoThis(step: Step) {
		this.#done = this.#done.filter((one) => one.id !== step.id);
		await attempt(() => this.#undo(step, this.#undone));
	}

	#named(ids: number[]): string {
		const all = [...this.notebook.pages, ...this.notebook.drawer];
		const first = all.find((page) => page.id === ids[0]);
		return ids.length === 1 ? `“${first?.title ?? ''}”` : count(ids.length, 'page');
	}
}
