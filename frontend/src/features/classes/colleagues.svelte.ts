/** Who works in a course, and as what. The owner decides; each step says what happened. */
import { api, ask, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';

export type Colleague = Schemas['ColleagueOut'];
type Role = Colleague['role'];

export const DOES: Record<Role, string> = {
	owner: 'looks after the course',
	'co-teacher': 'writes and pushes too',
	helper: 'reads along'
};
const ADDRESS = '/api/masters/{master_id}/teachers/{person_id}';

export class ColleaguesState {
	all = $state.raw<Colleague[]>([]);
	/** Whether one may decide. */
	owns = $derived(this.all.some((one) => one.me && one.role === 'owner'));

	constructor(readonly master: number) {}

	async load() {
		const path = { master_id: this.master };
		this.all = await ask(api.GET('/api/masters/{master_id}/teachers', { params: { path } }));
	}

	async setRole(one: Colleague, role: Role) {
		await this.#put(one, role);
		// The course is another's then, and only they can hand it back.
		if (role === 'owner') toasts.say(`${one.name} looks after the course now.`);
		else toasts.say(`${one.name} ${DOES[role]} now.`, { undo: () => this.#put(one, one.role) });
	}

	async takeOut(one: Colleague) {
		await ask(api.DELETE(ADDRESS, { params: { path: this.#path(one) } }));
		await this.load();
		toasts.say(`${one.name} works here no more.`, { undo: () => this.#put(one, one.role) });
	}

	#path = (one: Colleague) => ({ master_id: this.master, person_id: one.person_id });

	async #put(one: Colleague, role: Role) {
		await ask(api.PUT(ADDRESS, { params: { path: this.#path(one) }, body: { role } }));
		await this.load();
	}
}
