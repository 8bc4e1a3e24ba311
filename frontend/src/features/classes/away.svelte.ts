/** Who was not there on a day: noted once, and then whom a page can be for. */
import { api, ask, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';
import { longDay } from '../../ui/days';
import { count } from '../../ui/words';
import { studentsOf } from './groups.svelte';

export class AwayState {
	lists = $state.raw<Schemas['AwayOut'][]>([]);
	students = $state.raw<{ id: number; words: string; under: string }[]>([]);

	constructor(readonly master: number) {}

	async load() {
		const path = { master_id: this.master };
		this.lists = await ask(api.GET('/api/masters/{master_id}/away', { params: { path } }));
	}

	async loadStudents(classes: Schemas['ClassOut'][]) {
		this.students = await studentsOf(classes);
	}

	/** Who is noted for a day. */
	on(day: string): number[] {
		return this.lists.find((one) => one.day === day)?.notebook_ids ?? [];
	}

	async keep(day: string, notebook_ids: number[]) {
		const before = this.on(day);
		await this.#put(day, notebook_ids);
		toasts.say(`${count(notebook_ids.length, 'student')} noted as away on ${longDay(day)}.`, {
			undo: () => this.#put(day, before)
		});
	}

	async #put(day: string, notebook_ids: number[]) {
		const params = { path: { master_id: this.master } };
		const body = { day, notebook_ids };
		await ask(api.PUT('/api/masters/{master_id}/away', { params, body }));
		await this.load();
	}
}
