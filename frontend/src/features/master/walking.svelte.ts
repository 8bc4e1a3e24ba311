/** Which row of the outline has the keys, and how it is gone to. */
import { tick } from 'svelte';
import type { MasterState } from './master.svelte';
import { stepTarget, type Row } from './rows';

export class Walking {
	focused = $state<string | null>(null);
	list = $state<HTMLElement>();

	constructor(readonly master: MasterState) {}

	#find = (key: string) => this.list?.querySelector<HTMLElement>(`[data-key="${key}"]`);

	to(key: string | undefined) {
		if (!key) return;
		this.focused = key;
		this.#find(key)?.focus();
	}

	/** Into sight, without taking the keys there. */
	show = (key: string) => this.#find(key)?.scrollIntoView({ block: 'nearest' });

	/** Goes into the rows by key: to the first page that is shown; gives it. */
	async begin(rows: () => Row[]): Promise<Row | undefined> {
		await this.master.there;
		await tick();
		const found = rows().find((row) => row.kind === 'page') ?? rows()[0];
		this.to(found?.key);
		return found;
	}

	/** Takes out, and goes on at the neighbour: who works by keys is not thrown to the top of the page. */
	async takeOut(row: Row, neighbour: string | undefined) {
		await this.master.takeOut(row);
		this.to(neighbour);
	}

	async move(row: Row, step: -1 | 1) {
		await this.master.move(row, stepTarget(this.master.rows, row, step));
		this.to(row.key);
	}

	/** Opens a row's menu as its button would. */
	openMenu(row: Row) {
		const button = this.#find(row.key)?.querySelector<HTMLElement>('[aria-haspopup]');
		button?.focus();
		button?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
	}
}
