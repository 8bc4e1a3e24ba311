/** Students being brought in: what was given, its plan, and the taking, which can be undone. */
import { api, ask, Problem, sendForm, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';
import { count } from '../../ui/words';
import { comes } from './roster';

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
	}

	look(master: number) {
		return this.#attempt(async () => {
			const address = `/api/masters/${master}/roster/plan`;
			this.plan = await sendForm<Schemas['RosterPlanOut']>(address, this.file, this.#fields);
		});
	}

	/** Takes them in; says so, and how it is undone. Whether it was done. */
	take(master: number, ontaken: Told) {
		return this.#attempt(async () => {
			const address = `/api/masters/${master}/roster?leave=${this.leave}`;
			const taken = await sendForm<Schemas['RosterReportOut']>(address, this.file, this.#fields);
			ontaken(taken.lines[0]?.class_name);
			this.#say(taken, ontaken);
		});
	}

	get #fields() {
		return { class_name: this.name, ...(this.file ? {} : { names: this.names }) };
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
		this.problem = null;
		try {
			await how();
			return true;
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			this.problem = error;
			return false;
		}
	}
}
