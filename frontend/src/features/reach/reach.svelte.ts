/** The board of one class, and how it is looked at. */
import { api, ask, type Schemas } from '../../api/client';
import { day } from '../../ui/words';
import { exactlyThese, pushAddress } from '../push';
import { cellOf } from './cells';

export class ReachState {
	classes = $state.raw<Schemas['ClassOut'][]>([]);
	board = $state.raw<Schemas['BoardOut'] | null>(null);
	chosen = $state<number | null>(null);
	section = $state<number | null>(null);
	onlyBehind = $state(false);
	/** Whether one reads along, and changes nothing. */
	reads = $state(false);

	rows = $derived(
		(this.board?.pages ?? [])
			.map((page, k) => ({ page, k }))
			.filter(({ page }) => this.section === null || page.section_id === this.section)
	);
	behind = $derived(
		(this.board?.students ?? []).filter((student) =>
			this.rows.some(({ k }) => cellOf(student.cells[k]!).behind)
		)
	);
	students = $derived(this.onlyBehind ? this.behind : (this.board?.students ?? []));
	sections = $derived(
		(this.board?.sections ?? []).filter((one) => this.board?.pages.some((page) => page.section_id === one.id))
	);

	constructor(readonly master: number) {}

	/** Where what these students are behind with is pushed to them. */
	pushAddress(): string {
		const behind = this.rows.filter(({ k }) => this.behind.some((one) => cellOf(one.cells[k]!).behind));
		const pages = behind.map(({ page }) => page.id);
		const audience = exactlyThese(this.behind.map((one) => one.id));
		return pushAddress(this.master, { pages, audience });
	}

	/** Those who are behind, kept as a group by the day: to be renamed under Classes, and named wherever one says whom. */
	async keepBehind(): Promise<string> {
		const of = this.classes.find((one) => one.id === this.chosen)?.name ?? '';
		const name = `${of}, behind on ${day(new Date().toISOString())}`;
		const path = { master_id: this.master };
		const body = { name, notebook_ids: this.behind.map((one) => one.id) };
		await ask(api.POST('/api/masters/{master_id}/groups', { params: { path }, body }));
		return name;
	}

	async load() {
		const path = { master_id: this.master };
		const view = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
		this.classes = view.classes;
		this.reads = view.role === 'helper';
		const asked = Number(new URLSearchParams(location.search).get('class'));
		const first = this.classes.find((one) => one.id === asked) ?? this.classes[0];
		if (first) await this.choose(first.id);
	}

	async choose(id: number) {
		this.chosen = id;
		this.onlyBehind = false;
		history.replaceState(history.state, '', `?class=${id}`);
		const params = { path: { class_id: id }, query: { master_id: this.master } };
		const board = await ask(api.GET('/api/classes/{class_id}/reach', { params }));
		if (this.chosen === id) this.board = board; // an answer about a class that was left meanwhile is passed over
	}
}
