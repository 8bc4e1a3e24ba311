/** A push or a pull-back being put together: the sentence is the state, the plan follows from it. */
import { api, ask, Problem, type Schemas } from '../../api/client';
import { report } from '../../ui/report';
import { list } from '../../ui/words';
import { momentOf, timeIn } from './when';

type Plan = Omit<Schemas['PlanOut'], 'woven'>;

const CORRECTED = new Set<string>(['refreshed', 'merged', 'conflicted', 'put-away']);

type Part = 'pages' | 'classes' | 'groups' | 'singles' | 'without';

export abstract class SentenceState<P extends Plan> {
	master = $state.raw<Schemas['MasterViewOut'] | null>(null);
	offered = $state.raw<Schemas['GroupOut'][]>([]);
	students = $state.raw<(Schemas['StudentOut'] & { class_id: number; class_name: string })[]>([]);
	pages = $state<number[]>([]);
	classes = $state<number[]>([]);
	groups = $state<number[]>([]);
	singles = $state<number[]>([]);
	without = $state<number[]>([]);
	plan = $state.raw<P | null>(null);
	problem = $state.raw<Problem | null>(null);
	busy = $state(false);
	/** Aimed at those who have the page: how many others do not. */
	lacking = $state(0);
	#asked = 0;

	constructor(readonly id: number) {}

	/** What would happen. */
	protected abstract ask(): Promise<P>;
	/** Does it; the id under which the log has it. */
	protected abstract act(): Promise<number>;

	/** Begins with what the address says; false if it says nobody. */
	async loadSaid(): Promise<boolean> {
		const said = new URLSearchParams(location.search);
		const ids = (name: string) => (said.get(name) ?? '').split('.').filter(Boolean).map(Number);
		if (!['classes', 'groups', 'students'].some((name) => said.has(name))) return false;
		const [classes, singles, without] = [ids('classes'), ids('students'), ids('without')];
		await this.#read(ids('pages'));
		this.classes = classes.filter((id) => this.master?.classes.some((one) => one.id === id));
		this.groups = ids('groups').filter((id) => this.offered.some((one) => one.id === id));
		this.singles = singles.filter((id) => this.students.some((one) => one.notebook_id === id));
		this.without = without.filter((id) => this.students.some((one) => one.notebook_id === id));
		await this.replan();
		return true;
	}

	/** The sentence as it stands goes into the address: Back and loading anew find it there. */
	#say() {
		const said = new URLSearchParams(location.search);
		const whom = {
			classes: this.classes,
			groups: this.groups,
			students: this.singles,
			without: this.without
		};
		const parts = { pages: this.pages, ...whom };
		for (const [name, ids] of Object.entries(parts)) said.set(name, ids.join('.'));
		history.replaceState(history.state, '', `?${said}`);
	}

	/** `whom`: the notebooks to begin with; everyone's if it is not said. */
	async load(pages: number[], whom?: Set<number>) {
		await this.#read(pages);
		if (whom) this.aim(whom);
		await this.replan();
	}

	async #read(pages: number[]) {
		const path = { master_id: this.id };
		this.master = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
		this.offered = await ask(api.GET('/api/masters/{master_id}/groups', { params: { path } }));
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
	}

	/** Whole classes by their names, the others one by one. */
	protected aim(whom: Set<number>) {
		this.classes = (this.master?.classes ?? []).filter((one) => one.students).map((one) => one.id);
		const left = this.students.filter((one) => !whom.has(one.notebook_id)).map((one) => one.class_id);
		this.classes = this.classes.filter((id) => !left.includes(id));
		this.singles = this.students
			.filter((one) => whom.has(one.notebook_id) && !this.classes.includes(one.class_id))
			.map((one) => one.notebook_id);
	}

	/** Whom the classes, groups and single students come to, before anybody is left out. */
	get named() {
		const members = this.offered.filter((one) => this.groups.includes(one.id));
		const grouped = new Set(members.flatMap((one) => one.notebook_ids));
		return this.students.filter(
			({ class_id, notebook_id }) =>
				this.classes.includes(class_id) || this.singles.includes(notebook_id) || grouped.has(notebook_id)
		);
	}

	get request() {
		return {
			master_id: this.id,
			page_ids: this.pages,
			class_ids: this.classes,
			group_ids: this.groups,
			notebook_ids: this.singles,
			without: this.without
		};
	}

	/** Asks for the plan of the sentence as it stands; an answer to an older sentence is passed over. */
	async replan() {
		const asked = (this.#asked += 1);
		this.problem = null;
		try {
			const plan = await this.ask();
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
			return await this.act();
		} catch (error) {
			report(error);
			await this.replan();
			return null;
		} finally {
			this.busy = false;
		}
	}

	toggle(what: Part, id: number) {
		this.lacking = 0;
		const now = this[what];
		this[what] = now.includes(id) ? now.filter((one) => one !== id) : [...now, id];
		this.#say();
		void this.replan();
	}

	set(what: Part, ids: number[]) {
		this.lacking = 0;
		this[what] = ids;
		this.#say();
		void this.replan();
	}

	get pageWords(): string {
		const ordered = (this.master?.pages ?? []).filter((page) => this.pages.includes(page.id));
		const [first] = ordered;
		if (!first) return 'no page yet';
		return ordered.length > 1 ? `${first.title} and ${ordered.length - 1} more` : first.title;
	}

	get whomWords(): string {
		if (this.lacking) return `those who have it (${this.plan?.students.length ?? 0})`;
		const classes = (this.master?.classes ?? [])
			.filter((one) => this.classes.includes(one.id))
			.map((one) => one.name);
		const singles = this.students
			.filter((one) => this.singles.includes(one.notebook_id))
			.map((one) => one.name);
		const groups = this.offered.filter((one) => this.groups.includes(one.id)).map((one) => one.name);
		return list([...classes, ...groups, ...singles], 5) || 'nobody yet';
	}

	get withoutWords(): string {
		const names = this.students
			.filter((one) => this.without.includes(one.notebook_id))
			.map((one) => one.name);
		if (names.length === 0) return 'leaving nobody out';
		return names.length > 2 ? `without ${names.length} students` : `without ${list(names)}`;
	}
}

export class PushState extends SentenceState<Schemas['PlanOut']> {
	/** The time to wait for, as its field has it; empty for now. */
	at = $state(timeIn(location.search));

	/** A correction goes to those who have the page; one that nobody has, or that has not changed, to everyone. */
	async loadAimed(pages: number[]) {
		await this.load(pages);
		const rows = this.plan?.rows ?? [];
		if (!rows.some((row) => CORRECTED.has(row.outcome))) return;
		const have = new Set(rows.filter((row) => row.outcome !== 'placed').flatMap((row) => row.notebook_ids));
		const lacking = this.students.length - have.size;
		if (lacking <= 0) return;
		this.aim(have);
		await this.replan();
		this.lacking = lacking;
	}

	/** Gives it to those who lack it too. */
	async toEveryone() {
		this.lacking = 0;
		this.aim(new Set(this.students.map((one) => one.notebook_id)));
		await this.replan();
	}

	protected ask() {
		return ask(api.POST('/api/pushes/plan', { body: this.request }));
	}

	protected async act() {
		const begins_at = this.at ? momentOf(this.at) : null;
		return (await ask(api.POST('/api/pushes', { body: { ...this.request, begins_at } }))).id;
	}
}

/** What becomes of pages that students have written on. */
export type Written = Schemas['PullBackRequestIn']['written'];

export class PullBackState extends SentenceState<Schemas['PullBackPlanOut']> {
	written = $state<Written>('drawer');
	words = $derived(
		new Map((this.plan?.words ?? []).map((one) => [`${one.page_id}-${one.notebook_id}`, one.words]))
	);

	choose(written: Written) {
		this.written = written;
		void this.replan();
	}

	/** Begins with the classes that have any of the pages. */
	async loadThere(pages: number[]) {
		await this.load(pages);
		const there = new Set(this.plan?.rows.filter((row) => row.changes).flatMap((row) => row.notebook_ids));
		const classes = this.classes.filter((id) =>
			this.students.some((one) => one.class_id === id && there.has(one.notebook_id))
		);
		if (classes.length && classes.length < this.classes.length) this.set('classes', classes);
	}

	/** Begins with those whom a push was for. */
	async loadAfter(pages: number[], push: number) {
		const { students } = await ask(api.GET('/api/pushes/{push_id}', { params: { path: { push_id: push } } }));
		await this.load(pages, new Set(students.map((one) => one.notebook_id)));
	}

	protected ask() {
		return ask(api.POST('/api/pull-backs/plan', { body: { ...this.request, written: this.written } }));
	}

	protected async act() {
		return (await ask(api.POST('/api/pull-backs', { body: { ...this.request, written: this.written } }))).id;
	}
}
