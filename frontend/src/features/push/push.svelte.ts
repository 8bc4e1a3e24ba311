/** A push or a pull-back being put together: the sentence is the state, the plan follows from it. */
import { api, ask, type Schemas } from '../../api/client';
import { putDisplay } from '../../api/display';
import { report } from '../../ui/report';
import { toasts } from '../../ui/toasts.svelte';
import { list } from '../../ui/words';
import { everyone, exactly, inCourse, namedBy, readCourse, readGroups, type Course } from './course';
import type { How } from './how';
import type { Only } from './only';
import { told } from './outcomes';
import { Planned } from './planned.svelte';
import {
	audienceAsked,
	choosing,
	fromAddress,
	NOBODY,
	toAddress,
	type Audience,
	type SelectorKind,
	type Sentence
} from './sentence';
import { meantBy, type Meant } from './typed';

type Plan = Omit<Schemas['PlanOut'], 'woven' | 'holders' | 'offers'>;

export abstract class SentenceState<P extends Plan> {
	course = $state.raw<Course | null>(null);
	sentence = $state.raw<Sentence>(fromAddress(location.search));
	planned = new Planned<P>();
	busy = $state(false);
	/** Whom the sentence names, before anybody is left out. */
	named = $derived(this.course ? namedBy(this.sentence.audience, this.course) : []);
	/** Those who were chosen one by one, or of a class without some: no class and no group is them. */
	loose = $derived.by(() => {
		const { selectors, without } = this.audience;
		if (!selectors.notebook && !without.length) return [];
		return this.named.map((one) => one.notebook_id).filter((id) => !without.includes(id));
	});
	/** Somebody has chosen something: what is proposed on second thoughts does not change it any more. */
	protected chosen = false;

	constructor(readonly id: number) {}

	/** What would happen. */
	protected abstract ask(): Promise<P>;
	/** Does it; the id under which the log has it. */
	protected abstract act(): Promise<number>;
	/** Whom to propose where the address says nobody, once the plan for everyone is there. */
	protected abstract propose(): Audience | null;

	get plan(): P | null {
		return this.planned.plan;
	}

	get audience(): Audience {
		return this.sentence.audience ?? NOBODY;
	}

	/** What stands in every request: which pages, and whom. */
	protected get asked() {
		return { master_id: this.id, page_ids: this.sentence.pages, audience: audienceAsked(this.audience) };
	}

	/** Begins with what the address says; where it says nobody, with whom the pages are for. */
	async load(whom?: Promise<Set<number>>) {
		const [course, exact] = await Promise.all([readCourse(this.id), whom]);
		const asked = inCourse(this.sentence, course);
		const audience = asked.audience ?? (exact ? exactly(exact, course) : everyone(course));
		this.sentence = { ...asked, audience };
		this.course = course;
		await this.replan();
		if (asked.audience || exact || this.chosen) return;
		const proposed = this.propose();
		if (!proposed) return;
		this.sentence = { ...this.sentence, audience: proposed };
		await this.replan();
	}

	/** Changes the sentence. It goes into the address, where Back and loading anew find it; the plan follows. */
	say(change: Partial<Sentence>) {
		this.chosen = true;
		this.sentence = { ...this.sentence, ...change };
		history.replaceState(history.state, '', `?${toAddress(this.sentence)}`);
		void this.replan();
	}

	/** Other ids for one kind of selector. */
	choose(kind: SelectorKind, ids: number[]) {
		this.say({ audience: choosing(this.audience, kind, ids) });
	}

	leaveOut(without: number[]) {
		this.say({ audience: { ...this.audience, without } });
	}

	/** Chooses who of those who are named. */
	narrow(only: Only) {
		this.say({ audience: { ...this.audience, only } });
	}

	/** Says in one whom it is for, and without whom. */
	setWhom({ classes, groups, singles, without }: Omit<Meant, 'unclear'>) {
		const named = { class: classes, group: groups, notebook: singles };
		let audience: Audience = { ...this.audience, selectors: {}, without };
		for (const [kind, ids] of Object.entries(named)) audience = choosing(audience, kind as SelectorKind, ids);
		this.say({ audience });
	}

	/** Whom a few letters mean, as things are. */
	meantBy(typed: string): Meant {
		const { master, groups, students } = this.course!;
		return meantBy(typed, {
			classes: master.classes.filter((one) => one.students),
			groups,
			students: students.map((one) => ({ id: one.notebook_id, name: one.name, class_id: one.class_id }))
		});
	}

	/** Keeps those who were chosen one by one as a group of the course, for which it is from now on. */
	async keepGroup(name: string) {
		const params = { path: { master_id: this.id } };
		const body = { name, notebook_ids: this.loose };
		const { id } = await ask(api.POST('/api/masters/{master_id}/groups', { params, body }));
		this.course = { ...this.course!, groups: await readGroups(this.id) };
		toasts.say(`${name} is a group now: choose it whenever a page is for them.`);
		this.setWhom({ classes: [], groups: [id], singles: [], without: [] });
	}

	replan(): Promise<void> {
		return this.planned.again(() => this.ask());
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
}

export class PushState extends SentenceState<Schemas['PlanOut']> {
	/** Pages under which some of the chosen ones hang, and which are not there for everyone. */
	missed = $derived.by(() => {
		const lonely = (this.plan?.rows ?? []).filter((row) => row.reason && row.outcome === 'placed');
		const ids = new Set(lonely.map((row) => row.page_id));
		const pages = this.course?.master.pages ?? [];
		const parents = pages.filter((page) => ids.has(page.id)).map((page) => page.parent_id);
		return pages.filter((page) => parents.includes(page.id) && !this.sentence.pages.includes(page.id));
	});
	/** How many of the course have none of the pages, where it goes to those only who have one. */
	lacking = $derived.by(() => {
		const { only, without } = this.audience;
		const meant = this.named.filter((one) => !without.includes(one.notebook_id));
		return only === 'has' ? meant.length - (this.plan?.students.length ?? 0) : 0;
	});
	/** Pages of the sentence that are under wraps: a push holds them. */
	wrapped = $derived(
		(this.course?.master.pages ?? []).filter(
			(page) => this.sentence.pages.includes(page.id) && page.display === 'wraps'
		)
	);
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

	get how(): How {
		return this.sentence.how;
	}

	/** Changes how it is meant. */
	mean(meant: Partial<How>) {
		this.say({ how: { ...this.how, ...meant } });
	}

	#isTaken(offer: Schemas['OfferOut']): boolean {
		return this.how.if_own === 'near' || (this.how.if_own === 'theirs' && !offer.near);
	}

	/** Unwraps what is to be pushed. */
	async unwrap() {
		const view = this.course!.master;
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
		this.course = await readCourse(this.id);
		await this.replan();
	}

	/** A correction goes to those who have the page; one that nobody has, or that has not changed, to everyone. */
	protected propose(): Audience | null {
		const rows = this.plan?.rows ?? [];
		const corrects = rows.some((row) => told(row.outcome).corrects);
		const places = rows.some((row) => row.outcome === 'placed');
		return corrects && places ? { ...this.audience, only: 'has' } : null;
	}

	get #request() {
		const { sections, dividers, how } = this.sentence;
		return { ...this.asked, section_ids: sections, divider_ids: dividers, how };
	}

	protected ask() {
		return ask(api.POST('/api/pushes/plan', { body: this.#request }));
	}

	protected async act() {
		const { at, again } = this.sentence;
		const body = { ...this.#request, begins_at: at || null, again_of: again };
		return (await ask(api.POST('/api/pushes', { body }))).id;
	}
}

/** What becomes of pages that students have written on. */
export type Written = Schemas['PullBackRequestIn']['written'];

export class PullBackState extends SentenceState<Schemas['PullBackPlanOut']> {
	written = $state<Written>('drawer');
	words = $derived(
		new Map((this.plan?.words ?? []).map((one) => [`${one.page_id}-${one.notebook_id}`, one.words]))
	);

	decide(written: Written) {
		this.written = written;
		void this.replan();
	}

	/** Begins with those whom a push was for. */
	async loadAfter(push_id: number) {
		const pushed = ask(api.GET('/api/pushes/{push_id}', { params: { path: { push_id } } }));
		await this.load(pushed.then(({ students }) => new Set(students.map((one) => one.notebook_id))));
	}

	/** The classes that have any of the pages. */
	protected propose(): Audience | null {
		const there = new Set(this.plan?.rows.filter((row) => row.changes).flatMap((row) => row.notebook_ids));
		const all = this.audience.selectors.class ?? [];
		const having = all.filter((id) =>
			this.course?.students.some((one) => one.class_id === id && there.has(one.notebook_id))
		);
		return having.length && having.length < all.length ? choosing(this.audience, 'class', having) : null;
	}

	get #request() {
		return { ...this.asked, written: this.written };
	}

	protected ask() {
		return ask(api.POST('/api/pull-backs/plan', { body: this.#request }));
	}

	protected async act() {
		return (await ask(api.POST('/api/pull-backs', { body: this.#request }))).id;
	}
}
