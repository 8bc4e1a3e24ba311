/** The outline of a master, and what a teacher does to it. Each change tells how to undo it. */
import { api, ask, send, type Schemas } from '../../api/client';
import { attempt } from '../../ui/report';
import { toasts } from '../../ui/toasts.svelte';
import { count } from '../../ui/words';
import { outlineRows, type Kind, type Row, type Target } from './rows';

export class MasterState {
	view = $state.raw<Schemas['MasterViewOut'] | null>(null);
	marked = $state<number[]>([]);
	sought = $state('');
	rows = $derived(this.view ? outlineRows(this.view) : []);
	shown = $derived(this.#sift(this.rows));

	constructor(readonly id: number) {}

	async load() {
		const path = { master_id: this.id };
		this.view = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
	}

	#sift(rows: Row[]): Row[] {
		const words = this.sought.trim().toLowerCase();
		if (!words) return rows;
		return rows.filter((row) => row.kind !== 'needle' && row.name.toLowerCase().includes(words));
	}

	mark(page: number) {
		this.marked = this.marked.includes(page)
			? this.marked.filter((one) => one !== page)
			: [...this.marked, page];
	}

	get changedPages(): number[] {
		return (this.view?.pages ?? []).filter((page) => page.changed).map((page) => page.id);
	}

	/** Adds something at the end of a holder; gives its id. */
	async add(kind: Kind, name: string, holder: number | null, parent: number | null = null) {
		return attempt(async () => {
			const body = { kind, name, holder_id: holder, parent_id: parent };
			const path = { master_id: this.id };
			const { id } = await ask(api.POST('/api/masters/{master_id}/items', { params: { path }, body }));
			await this.load();
			toasts.say(`“${name}” is there.`, { undo: () => this.#change(() => this.#remove(kind, id)) });
			return id;
		});
	}

	async rename(row: Row, name: string) {
		if (!name.trim() || name === row.name || row.kind === 'page' || row.kind === 'needle') return;
		const rename = (to: string) => () => this.#rename(row.kind as Kind, row.id, to);
		await this.#change(rename(name));
		toasts.say(`Now called “${name}”.`, { undo: () => this.#change(rename(row.name)) });
	}

	async move(row: Row, target: Target | null) {
		if (!target || row.kind === 'needle') return;
		const kind = row.kind;
		const before = this.#placeOf(row);
		await this.#change(() => this.#move(kind, row.id, target));
		toasts.say(`“${row.name}” moved.`, { undo: () => this.#change(() => this.#move(kind, row.id, before)) });
	}

	async takeOut(row: Row) {
		if (row.kind === 'needle') return;
		const kind = row.kind;
		await this.#change(() => this.#remove(kind, row.id));
		toasts.say(`“${row.name}” is out of the master. Students keep what they have.`, {
			undo: () => this.#change(() => this.#restore(kind, row.id))
		});
	}

	/** Takes Markdown in; what could not be read is given back. */
	async takeIn(file: File) {
		const report = await send<Schemas['PagesReportOut']>(`/api/masters/${this.id}/pages`, file);
		await this.load();
		const made = report.page_ids;
		toasts.say(`${count(made.length, 'page')} came in.`, {
			undo: () =>
				this.#change(async () => {
					for (const id of made) await this.#remove('page', id);
				})
		});
		return report;
	}

	#placeOf(row: Row): Target {
		const siblings = this.rows.filter(
			(one) => one.kind === row.kind && one.holder === row.holder && one.parent === row.parent
		);
		const above = siblings[siblings.findIndex((one) => one.key === row.key) - 1];
		return { holder: row.holder, after: above?.id ?? row.parent };
	}

	async #change(how: () => Promise<void>) {
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
