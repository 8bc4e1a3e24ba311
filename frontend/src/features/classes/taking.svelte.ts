/** Students being brought in: what was given, its plan, and the taking, which can be undone. */
import { api, ask, Problem, sendForm, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';
import { count } from '../../ui/words';
import { comes } from './roster';

export type Means = Schemas['Means'];

/** What was taken in, or undone: in the class of this name, if it is known which. */
type Told = (name?: string) => void;

export class TakingState {
	name = $state('');
	names = $state('');
	file = $state.raw<File | null>(null);
	/** Whether those who are not on the list leave. */
	leave = $state(false);
	plan = $state.raw<Schemas['RosterPlanOut'] | null>(null);
	problem = $state.raw<Problem | null>(null);
	/** A plan is being made, or taken in: nothing else is begun meanwhile. */
	busy = $state(false);
	/** What each column is, as somebody said; nothing, where the file says it. */
	means = $state.raw<Means[]>([]);
	/** What the plan was made of, whatever is chosen or typed since. */
	#planned: { file: File | null; fields: Record<string, string> } | null = null;
	/** Whether the plan changes nothing. */
	nothing = $derived(
		(this.plan?.lines ?? []).every(
			(line) => line.line === 'known' || line.line === 'refused' || (line.line === 'left' && !this.leave)
		)
	);

	/** Begins anew, in the class that is looked at. */
	begin(here: string) {
		this.name = here;
		this.names = '';
		this.file = this.plan = this.problem = null;
		this.means = [];
	}

	/** Back to what is given. */
	again() {
		this.plan = null;
		this.means = [];
	}

	look(master: number) {
		return this.#attempt(async () => {
			const address = `/api/masters/${master}/roster/plan`;
			const planned = { file: this.file, fields: this.#fields };
			this.plan = await sendForm<Schemas['RosterPlanOut']>(address, planned.file, planned.fields);
			this.#planned = planned;
		});
	}

	/** Takes them in; says so, and how it is undone. Whether it was done. */
	take(master: number, ontaken: Told) {
		return this.#attempt(async () => {
			const { file, fields } = this.#planned!;
			const address = `/api/masters/${master}/roster?leave=${this.leave}&planned=${this.plan!.number}`;
			const taken = await sendForm<Schemas['RosterReportOut']>(address, file, fields);
			ontaken(taken.lines[0]?.class_name);
			this.#say(taken, ontaken);
		});
	}

	get #fields() {
		const means = this.means.join(',');
		return { class_name: this.name, means, ...(this.file ? {} : { names: this.names }) };
	}

	/** Says what a column is, and looks at the plan of that. */
	mean(master: number, column: number, means: Means) {
		const now = this.plan!.columns.map((one) => one.means);
		// Each meaning once: the column that had it before has none now.
		this.means = now.map((one, k) => (k === column ? means : one === means ? 'nothing' : one));
		return this.look(master);
	}

	#say(taken: Schemas['RosterReportOut'], ontaken: Told) {
		const { students, pages } = taken.caught_up;
		const later = students
			? ` ${count(pages, 'page')} of the class ${pages > 1 ? 'are' : 'is'} on the way to them.`
			: '';
		toasts.say(`${count(comes(taken.lines), 'student is', 'students are')} in.${later}`, {
			undo: async () => {
				await ask(api.POST('/api/rosters/{taking_id}/undo', { params: { path: { taking_id: taken.id } } }));
				ontaken();
			}
		});
	}

	async #attempt(how: () => Promise<void>): Promise<boolean> {
		if (this.busy) return false;
		this.busy = true;
		this.problem = null;
		try {
			await how();
			return true;
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			this.problem = error;
			return false;
		} finally {
			this.busy = false;
		}
	}
}
