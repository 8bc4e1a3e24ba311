/** A push being put together: the sentence is the state, the plan follows from it. */
import { api, ask, Problem, type Schemas } from '../../api/client';
import { report } from '../../ui/report';
import { list } from '../../ui/words';

export class PushState {
	master = $state.raw<Schemas['MasterViewOut'] | null>(null);
	students = $state.raw<(Schemas['StudentOut'] & { class_id: number; class_name: string })[]>([]);
	pages = $state<number[]>([]);
	classes = $state<number[]>([]);
	singles = $state<number[]>([]);
	without = $state<number[]>([]);
	plan = $state.raw<Schemas['PlanOut'] | null>(null);
	problem = $state.raw<Problem | null>(null);
	busy = $state(false);
	#asked = 0;

	constructor(readonly id: number) {}

	async load(pages: number[]) {
		const path = { master_id: this.id };
		this.master = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
		const known = new Set(this.master.pages.map((page) => page.id));
		this.pages = pages.filter((page) => known.has(page));
		this.classes = this.master.classes.filter((one) => one.students).map((one) => one.id);
		const rosters = await Promise.all(
			this.master.classes.map(async ({ id, name }) => {
				const found = await ask(api.GET('/api/classes/{class_id}', { params: { path: { class_id: id } } }));
				return found.students.map((student) => ({ ...student, class_id: id, class_name: name }));
			})
		);
		this.students = rosters.flat();
		await this.replan();
	}

	get request() {
		return {
			master_id: this.id,
			page_ids: this.pages,
			class_ids: this.classes,
			notebook_ids: this.singles,
			without: this.without
		};
	}

	/** Asks for the plan of the sentence as it stands; an answer to an older sentence is passed over. */
	async replan() {
		const asked = (this.#asked += 1);
		this.problem = null;
		try {
			const plan = await ask(api.POST('/api/pushes/plan', { body: this.request }));
			if (asked === this.#asked) this.plan = plan;
		} catch (error) {
			if (asked !== this.#asked) return;
			this.plan = null;
			if (error instanceof Problem) this.problem = error;
			else report(error);
		}
	}

	async start(): Promise<number | null> {
		this.busy = true;
		try {
			return (await ask(api.POST('/api/pushes', { body: this.request }))).id;
		} catch (error) {
			report(error);
			await this.replan();
			return null;
		} finally {
			this.busy = false;
		}
	}

	toggle(what: 'pages' | 'classes' | 'singles' | 'without', id: number) {
		const now = this[what];
		this[what] = now.includes(id) ? now.filter((one) => one !== id) : [...now, id];
		void this.replan();
	}

	set(what: 'pages' | 'classes' | 'singles' | 'without', ids: number[]) {
		this[what] = ids;
		void this.replan();
	}

	get pageWords(): string {
		const ordered = (this.master?.pages ?? []).filter((page) => this.pages.includes(page.id));
		const [first] = ordered;
		if (!first) return 'no page yet';
		return ordered.length > 1 ? `${first.title} and ${ordered.length - 1} more` : first.title;
	}

	get whomWords(): string {
		const classes = (this.master?.classes ?? [])
			.filter((one) => this.classes.includes(one.id))
			.map((one) => one.name);
		const singles = this.students
			.filter((one) => this.singles.includes(one.notebook_id))
			.map((one) => one.name);
		return list([...classes, ...singles], 5) || 'nobody yet';
	}

	get withoutWords(): string {
		const names = this.students
			.filter((one) => this.without.includes(one.notebook_id))
			.map((one) => one.name);
		if (names.length === 0) return 'leaving nobody out';
		return names.length > 2 ? `without ${names.length} students` : `without ${list(names)}`;
	}
}
