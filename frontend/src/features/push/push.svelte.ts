/** A push or a pull-back being put together: the sentence is the state, the plan follows from it. */
import { api, ask, Problem, type Schemas } from '../../api/client';
import { putDisplay } from '../../api/display';
import { report } from '../../ui/report';
import { toasts } from '../../ui/toasts.svelte';
import { list } from '../../ui/words';
import { howIn, howSaid, type How } from './how';
import { onlyIn, onlyWords, type Only } from './only';
import { meantBy, type Meant } from './typed';
import { timeIn } from './when';

type Plan = Omit<Schemas['PlanOut'], 'woven' | 'holders' | 'offers'>;

const CORRECTED = new Set<string>(['refreshed', 'merged', 'conflicted', 'put-away']);

/** What an address says under a name: ids, parted by dots. */
function idsIn(name: string): number[] {
	const said = new URLSearchParams(location.search).get(name) ?? '';
	return said.split('.').filter(Boolean).map(Number);
}

type Part = 'pages' | 'sections' | 'dividers' | 'classes' | 'groups' | 'singles' | 'without';

export abstract class SentenceState<P extends Plan> {
	master = $state.raw<Schemas['MasterViewOut'] | null>(null);
	offered = $state.raw<Schemas['GroupOut'][]>([]);
	students = $state.raw<(Schemas['StudentOut'] & { class_id: number; class_name: string })[]>([]);
	pages = $state<number[]>([]);
	/** As such, without the pages that are in them. */
	sections = $state<number[]>(idsIn('sections'));
	dividers = $state<number[]>(idsIn('dividers'));
	classes = $state<number[]>([]);
	groups = $state<number[]>([]);
	singles = $state<number[]>([]);
	without = $state<number[]>([]);
	plan = $state.raw<P | null>(null);
	problem = $state.raw<Problem | null>(null);
	busy = $state(false);
	/** Whether the plan that stands there is of an older sentence. */
	planning = $state(false);
	#latest = Promise.resolve();
	/** Which of those who are named. */
	only = $state<Only>(onlyIn(location.search));
	/** Somebody has chosen something: what is proposed on second thoughts does not change it any more. */
	protected chosen = false;
	#asked = 0;

	constructor(readonly id: number) {}

	/** What would happen. */
	protected abstract ask(): Promise<P>;
	/** Does it; the id under which the log has it. */
	protected abstract act(): Promise<number>;

	/** Begins with what the address says; false if it says nobody. */
	async loadSaid(): Promise<boolean> {
		const said = new URLSearchParams(location.search);
		if (!['classes', 'groups', 'students'].some((name) => said.has(name))) return false;
		const [classes, singles, without] = [idsIn('classes'), idsIn('students'), idsIn('without')];
		const groups = idsIn('groups');
		await this.#read(idsIn('pages'));
		this.classes = classes.filter((id) => this.master?.classes.some((one) => one.id === id));
		this.groups = groups.filter((id) => this.offered.some((one) => one.id === id));
		this.singles = singles.filter((id) => this.students.some((one) => one.notebook_id === id));
		this.without = without.filter((id) => this.students.some((one) => one.notebook_id === id));
		await this.replan();
		return true;
	}

	/** The sentence as it stands goes into the address: Back and loading anew find it there. */
	protected say() {
		this.chosen = true;
		const said = new URLSearchParams(location.search);
		const whom = {
			classes: this.classes,
			groups: this.groups,
			students: this.singles,
			without: this.without
		};
		if (this.only === 'everyone') said.delete('only');
		else said.set('only', this.only);
		const parts = { pages: this.pages, sections: this.sections, dividers: this.dividers, ...whom };
		for (const [name, ids] of Object.entries(parts)) said.set(name, ids.join('.'));
		for (const [name, value] of Object.entries(this.saidBesides())) {
			if (value) said.set(name, value);
			else said.delete(name);
		}
		history.replaceState(history.state, '', `?${said}`);
	}

	/** What else of it stands in the address. */
	protected saidBesides(): Record<string, string> {
		return {};
	}

	/** `whom`: the notebooks to begin with; everyone's if it is not said. */
	async load(pages: number[], whom?: Set<number>) {
		await this.#read(pages);
		if (whom) this.aim(whom);
		await this.replan();
	}

	/** All of it, and then all at once: what could be chosen before would be taken back by what comes after. */
	async #read(pages: number[]) {
		const path = { master_id: this.id };
		const [master, offered] = await Promise.all([
			ask(api.GET('/api/masters/{master_id}', { params: { path } })),
			ask(api.GET('/api/masters/{master_id}/groups', { params: { path } }))
		]);
		const rosters = await Promise.all(
			master.classes.map(async ({ id, name }) => {
				const found = await ask(api.GET('/api/classes/{class_id}', { params: { path: { class_id: id } } }));
				return found.students.map((student) => ({ ...student, class_id: id, class_name: name }));
			})
		);
		const there = (ids: number[], things: { id: number }[]) =>
			ids.filter((id) => things.some((thing) => thing.id === id));
		this.pages = there(pages, master.pages);
		this.sections = there(this.sections, master.sections);
		this.dividers = there(this.dividers, master.dividers);
		this.classes = master.classes.filter((one) => one.students).map((one) => one.id);
		this.students = rosters.flat();
		this.offered = offered;
		this.master = master;
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

	/** Those who were chosen one by one, or of a class without some: no class and no group is them. */
	get loose(): number[] {
		if (!this.singles.length && !this.without.length) return [];
		return this.named.map((one) => one.notebook_id).filter((id) => !this.without.includes(id));
	}

	/** Keeps them as a group of the course, for which it is from now on. */
	async keepGroup(name: string) {
		const params = { path: { master_id: this.id } };
		const body = { name, notebook_ids: this.loose };
		const { id } = await ask(api.POST('/api/masters/{master_id}/groups', { params, body }));
		this.offered = await ask(api.GET('/api/masters/{master_id}/groups', { params }));
		toasts.say(`${name} is a group now: choose it whenever a page is for them.`);
		this.setWhom({ classes: [], groups: [id], singles: [], without: [], unclear: [] });
	}

	get request() {
		return {
			master_id: this.id,
			page_ids: this.pages,
			class_ids: this.classes,
			group_ids: this.groups,
			notebook_ids: this.singles,
			without: this.without,
			only: this.only
		};
	}

	/** Asks for the plan of the sentence as it stands; an answer to an older sentence is passed over. */
	replan(): Promise<void> {
		return (this.#latest = this.#replan());
	}

	/** Until the plan that stands there is of the sentence that stands there. */
	async planned() {
		while (this.planning) await this.#latest;
	}

	async #replan() {
		const asked = (this.#asked += 1);
		this.problem = null;
		this.planning = true;
		try {
			const plan = await this.ask();
			if (asked === this.#asked) this.plan = plan;
		} catch (error) {
			if (asked !== this.#asked) return;
			this.plan = null;
			if (error instanceof Problem) this.problem = error;
			else report(error);
		} finally {
			if (asked === this.#asked) this.planning = false;
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

	/** Whom a few letters mean, as things are. */
	meantBy(typed: string): Meant {
		return meantBy(typed, {
			classes: (this.master?.classes ?? []).filter((one) => one.students),
			groups: this.offered,
			students: this.students.map((one) => ({ id: one.notebook_id, name: one.name, class_id: one.class_id }))
		});
	}

	/** Says in one whom it is for, and without whom. */
	setWhom({ classes, groups, singles, without }: Meant) {
		Object.assign(this, { classes, groups, singles, without });
		this.say();
		void this.replan();
	}

	/** Chooses who of those who are named. */
	narrow(only: Only) {
		this.only = only;
		this.say();
		void this.replan();
	}

	toggle(what: Part, id: number) {
		const now = this[what];
		this[what] = now.includes(id) ? now.filter((one) => one !== id) : [...now, id];
		this.say();
		void this.replan();
	}

	set(what: Part, ids: number[]) {
		this[what] = ids;
		this.say();
		void this.replan();
	}

	get pageWords(): string {
		const ordered = (this.master?.pages ?? []).filter((page) => this.pages.includes(page.id));
		const sections = (this.master?.sections ?? []).filter((one) => this.sections.includes(one.id));
		const dividers = (this.master?.dividers ?? []).filter((one) => this.dividers.includes(one.id));
		const holders = [...dividers, ...sections].map((one) => `the empty ${one.name}`);
		const names = [...ordered.map((page) => page.title), ...holders];
		const [first] = names;
		if (!first) return 'no page yet';
		return names.length > 1 ? `${first} and ${names.length - 1} more` : first;
	}

	get whomWords(): string {
		const classes = (this.master?.classes ?? [])
			.filter((one) => this.classes.includes(one.id))
			.map((one) => one.name);
		const singles = this.students
			.filter((one) => this.singles.includes(one.notebook_id))
			.map((one) => one.name);
		const groups = this.offered.filter((one) => this.groups.includes(one.id)).map((one) => one.name);
		const named = list([...classes, ...groups, ...singles], 5);
		if (!named) return 'nobody yet';
		return this.only === 'everyone'
			? named
			: `those in ${named} who ${onlyWords(this.only, this.pages.length)}`;
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
	how = $state.raw<How>(howIn(location.search));
	/** Pages under which some of the chosen ones hang, and which are not there for everyone. */
	missed = $derived(this.#missed());
	/** How many of the course have none of the pages, where it goes to those only who have one. */
	lacking = $derived.by(() => {
		const meant = this.named.filter((one) => !this.without.includes(one.notebook_id));
		return this.only === 'has' ? meant.length - (this.plan?.students.length ?? 0) : 0;
	});

	/** Pages of the sentence that are under wraps: a push holds them. */
	wrapped = $derived(
		(this.master?.pages ?? []).filter((page) => this.pages.includes(page.id) && page.display === 'wraps')
	);

	/** Unwraps what is to be pushed. */
	async unwrap() {
		const view = this.master!;
		const undo = await Promise.all(this.wrapped.map((page) => putDisplay(view, 'page', page.id, 'ordinary')));
		const names = list(
			this.wrapped.map((page) => `“${page.title}”`),
			2
		);
		await this.#reload();
		toasts.say(`${names} ${undo.length > 1 ? 'are' : 'is'} under wraps no more.`, {
			undo: async () => {
				await Promise.all(undo.map((one) => one()));
				await this.#reload();
			}
		});
	}

	async #reload() {
		const path = { master_id: this.id };
		this.master = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
		await this.replan();
	}

	/**
	 * Sections that may stand for the master's and are not taken yet: of the same names, or else of near ones. `taught`:
	 * another course made them, not the students.
	 */
	ownSections = $derived.by(() => {
		const left = (this.plan?.offers ?? []).filter((one) => !this.#isTaken(one));
		const same = left.filter((one) => !one.near);
		const offers = same.length ? same : left;
		return {
			students: new Set(offers.flatMap((one) => one.notebook_ids)).size,
			names: [...new Set(offers.map((one) => `“${one.name}”`))],
			taught: offers.every((one) => one.taught),
			take: same.length ? ('theirs' as const) : ('near' as const)
		};
	});

	#isTaken(offer: Schemas['OfferOut']): boolean {
		return this.how.if_own === 'near' || (this.how.if_own === 'theirs' && !offer.near);
	}

	#missed() {
		const lonely = (this.plan?.rows ?? []).filter((row) => row.reason && row.outcome === 'placed');
		const ids = new Set(lonely.map((row) => row.page_id));
		const parents = (this.master?.pages ?? [])
			.filter((page) => ids.has(page.id))
			.map((page) => page.parent_id);
		return (this.master?.pages ?? []).filter(
			(page) => parents.includes(page.id) && !this.pages.includes(page.id)
		);
	}

	/** Changes how it is meant. */
	mean(meant: Partial<How>) {
		this.how = { ...this.how, ...meant };
		this.say();
		void this.replan();
	}

	protected saidBesides() {
		return howSaid(this.how);
	}

	get sentence() {
		return { ...this.request, section_ids: this.sections, divider_ids: this.dividers, how: this.how };
	}

	/** A correction goes to those who have the page; one that nobody has, or that has not changed, to everyone. */
	async loadAimed(pages: number[]) {
		await this.load(pages);
		if (this.chosen) return;
		const rows = this.plan?.rows ?? [];
		if (!rows.some((row) => CORRECTED.has(row.outcome))) return;
		if (!rows.some((row) => row.outcome === 'placed')) return;
		this.only = 'has';
		await this.replan();
	}

	protected ask() {
		return ask(api.POST('/api/pushes/plan', { body: this.sentence }));
	}

	protected async act() {
		const begins_at = this.at || null;
		const [again_of = null] = idsIn('again');
		return (await ask(api.POST('/api/pushes', { body: { ...this.sentence, begins_at, again_of } }))).id;
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
		if (this.chosen) return;
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
