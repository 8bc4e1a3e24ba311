/** The outline of a master, and what a teacher does to it. Each change tells how to undo it. */
import { api, ask, send, type Schemas } from '../../api/client';
import { putDisplay, type Display } from '../../api/display';
import { attempt } from '../../ui/report';
import { HERE, recallIds, remember } from '../../ui/remember';
import { toasts } from '../../ui/toasts.svelte';
import { came, stayedWords, type Meant } from './bringing.svelte';
import { displayedWords } from './display';
import { Folds } from './folds.svelte';
import { outlineRows, type Kind, type Row, type Target } from './rows';

export class MasterState {
	view = $state.raw<Schemas['MasterViewOut'] | null>(null);
	marked = $state<number[]>([]);
	sought = $state('');
	readonly folds: Folds;
	/** Whether one reads along here, and changes nothing. */
	reads = $derived(this.view?.role === 'helper');
	rows = $derived(this.view ? outlineRows(this.view) : []);
	shown = $derived(this.#sift(this.rows));
	/** What was done here, the newest last, each with how it is undone: for as long as the master is open. */
	#steps: { words: string; undo: () => Promise<void> }[] = [];
	#arrived = () => {};
	/** Kept once the outline has come, so that a key pressed before it is not pressed for nothing. */
	readonly there = new Promise<void>((resolve) => (this.#arrived = resolve));

	constructor(readonly id: number) {
		this.marked = recallIds(HERE, `chosen/${id}`);
		this.folds = new Folds(id);
	}

	async load() {
		const path = { master_id: this.id };
		this.view = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
		this.#arrived();
		const there = new Set(this.view.pages.map((page) => page.id));
		if (this.marked.some((page) => !there.has(page)))
			this.choose(this.marked.filter((page) => there.has(page)));
	}

	/** The pages that are chosen, to be pushed together; remembered, so that Back finds them. */
	choose(pages: number[]) {
		this.marked = pages;
		remember(HERE, `chosen/${this.id}`, pages);
	}

	#sift(rows: Row[]): Row[] {
		const words = this.sought.trim().toLowerCase();
		if (!words) return this.folds.unfolded(rows);
		return rows.filter((row) => row.kind !== 'needle' && row.name.toLowerCase().includes(words));
	}

	mark(page: number) {
		this.choose(
			this.marked.includes(page) ? this.marked.filter((one) => one !== page) : [...this.marked, page]
		);
	}

	/** Marks all from the page that was marked last to this one, as they stand in the outline. */
	markTo(page: number) {
		const pages = this.shown.filter((row) => row.kind === 'page').map((row) => row.id);
		const [from, to] = [pages.indexOf(this.marked.at(-1) ?? page), pages.indexOf(page)];
		const range = pages.slice(Math.min(from, to), Math.max(from, to) + 1);
		this.choose([...new Set([...this.marked, ...range])]);
	}

	/** Marks all pages of a section, or lets them go if all are marked. */
	markSection(section: number) {
		const pages = this.rows
			.filter((row) => row.kind === 'page' && row.holder === section)
			.map((row) => row.id);
		const all = pages.every((page) => this.marked.includes(page));
		this.choose(
			all ? this.marked.filter((page) => !pages.includes(page)) : [...new Set([...this.marked, ...pages])]
		);
	}

	get changedPages(): number[] {
		return (this.view?.pages ?? []).filter((page) => page.changed).map((page) => page.id);
	}

	/** Pages that new ones can begin as. */
	get templates() {
		return (this.view?.pages ?? []).filter((page) => page.template);
	}

	/** Adds something at the end of a holder, a page as another is if that is given; gives its id. */
	async add(
		kind: Kind,
		name: string,
		holder: number | null,
		parent: number | null = null,
		like: number | null = null
	) {
		return attempt(async () => {
			const body = { kind, name, holder_id: holder, parent_id: parent, like };
			const path = { master_id: this.id };
			const { id } = await ask(api.POST('/api/masters/{master_id}/items', { params: { path }, body }));
			await this.load();
			this.done(`“${name}” is there.${this.#beside(kind, name, id)}`, () =>
				this.change(() => this.#remove(kind, id))
			);
			return id;
		});
	}

	/** That another of the same name stands in the same place, if one does. */
	#beside(kind: Kind, name: string, id: number): string {
		if (kind === 'page') return '';
		const all: { id: number; name: string }[] =
			(kind === 'section' ? this.view?.sections : this.view?.dividers) ?? [];
		const same = (one: { id: number; name: string }) =>
			one.id !== id && one.name.trim().toLowerCase() === name.trim().toLowerCase();
		return all.some(same) ? ` Another ${kind} has this name, too.` : '';
	}

	async rename(row: Row, name: string) {
		if (!name.trim() || name === row.name || row.kind === 'needle') return;
		const rename = (to: string) => () => this.#rename(row.kind as Kind, row.id, to);
		await this.change(rename(name));
		this.done(`Now called “${name}”.${this.#beside(row.kind, name, row.id)}`, () =>
			this.change(rename(row.name))
		);
	}

	async move(row: Row, target: Target | null) {
		if (!target || row.kind === 'needle') return;
		const kind = row.kind;
		const before = this.#placeOf(row);
		await this.change(() => this.#move(kind, row.id, target));
		this.done(`“${row.name}” moved.`, () => this.change(() => this.#move(kind, row.id, before)));
	}

	/** Puts a section or page under wraps, on display, or neither. */
	async show(row: Pick<Row, 'kind' | 'id' | 'name'>, display: Display) {
		const { kind, id } = row;
		if (kind !== 'section' && kind !== 'page') return;
		await attempt(async () => {
			const undo = await putDisplay(this.view!, kind, id, display);
			await this.load();
			this.done(displayedWords(row.name, display), () => this.change(undo));
		});
	}

	/** What comes of what a page and its section say. */
	displayOf(page: number): Display {
		return this.view?.pages.find((one) => one.id === page)?.display ?? 'ordinary';
	}

	async takeOut(row: Row) {
		if (row.kind === 'needle') return;
		const kind = row.kind;
		await this.change(() => this.#remove(kind, row.id));
		this.done(`“${row.name}” is out of the master. Students keep what they have.`, () =>
			this.change(() => this.#restore(kind, row.id))
		);
	}

	/** What a file would come to. `watch`: the key under which it is told how far that has come. */
	planFile(file: File, watch: string) {
		return send<Schemas['PagesPlanOut']>(`/api/masters/${this.id}/pages/plan?watch=${watch}`, file);
	}

	/** `update`: pages that are there by name change. */
	async takeIn(file: File, update: boolean, watch: string, meant: Meant[]): Promise<number | undefined> {
		const again = update ? 'update' : 'beside';
		const address = `/api/masters/${this.id}/pages?again=${again}&watch=${watch}`;
		const report = await send<Schemas['PagesReportOut']>(address, file, { meant: JSON.stringify(meant) });
		await this.load();
		if (report.page_ids.length + report.updated.length)
			this.done(came(report), () => this.change(() => this.putBack(report)));
		else toasts.say(came(report));
		return report.page_ids[0];
	}

	/** In one step, however many they are: what is begun is done, whoever leaves meanwhile. */
	async putBack(done: Partial<Schemas['PutBack']>) {
		const { page_ids = [], section_ids = [], divider_ids = [], updated = [] } = done;
		const body = { page_ids, section_ids, divider_ids, updated };
		const path = { master_id: this.id };
		const { stay } = await ask(api.POST('/api/masters/{master_id}/pages/back', { params: { path }, body }));
		if (stay.length) toasts.say(stayedWords(stay));
	}

	/** Pages on which all of the words stand. */
	search(words: string) {
		const params = { path: { master_id: this.id }, query: { q: words.slice(0, 300) } };
		return ask(api.GET('/api/masters/{master_id}/search', { params }));
	}

	/** Says what was done, and remembers how to undo it. */
	done(words: string, undo: () => Promise<void>) {
		const step = { words, undo };
		this.#steps.push(step);
		toasts.say(words, {
			undo: async () => {
				this.#steps = this.#steps.filter((one) => one !== step);
				await undo();
			}
		});
	}

	/** Undoes the newest step, however long ago it was; whether there was one. */
	undo(): boolean {
		const step = this.#steps.pop();
		if (!step) return false;
		toasts.closeSaying(step.words);
		void step.undo().then(() => toasts.say(`Undone: ${step.words}`));
		return true;
	}

	async bringBack(item: Schemas['TakenOutOut']) {
		await this.change(() => this.#restore(item.kind, item.id));
		this.done(`“${item.name}” is back.`, () => this.change(() => this.#remove(item.kind, item.id)));
	}

	#placeOf(row: Row): Target {
		const siblings = this.rows.filter(
			(one) => one.kind === row.kind && one.holder === row.holder && one.parent === row.parent
		);
		const above = siblings[siblings.findIndex((one) => one.key === row.key) - 1];
		return { holder: row.holder, after: above?.id ?? row.parent };
	}

	/** Does something to the master, and shows it as it is then. */
	async change(how: () => Promise<void>) {
		await attempt(async () => {
			await how();
			await this.load();
		});
	}

	async #remove(kind: Kind, item_id: number) {
		await ask(api.DELETE('/api/items/{kind}/{item_id}', { params: { path: { kind, item_id } } }));
	}

	async #restore(kind: Kind, item_id: number) {
		await ask(api.POST('/api/items/{kind}/{item_id}/restore', { params: { path: { kind, item_id } } }));
	}

	async #rename(kind: Kind, item_id: number, name: string) {
		await ask(
			api.PATCH('/api/items/{kind}/{item_id}', { params: { path: { kind, item_id } }, body: { name } })
		);
	}

	async #move(kind: Kind, item_id: number, { holder, after }: Target) {
		const body = { holder_id: holder, after_id: after };
		await ask(api.POST('/api/items/{kind}/{item_id}/move', { params: { path: { kind, item_id } }, body }));
	}
}
