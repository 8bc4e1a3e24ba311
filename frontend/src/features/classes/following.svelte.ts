/** Classes of other courses that follow this one too. Each step says what happened. */
import { api, ask, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';

type Other = Schemas['OtherClassOut'];
const ADDRESS = '/api/masters/{master_id}/following/{class_id}';

export class FollowingState {
	/** Of one's own other courses. */
	could = $state.raw<Other[]>([]);

	constructor(
		readonly master: number,
		readonly onchange: () => Promise<void>
	) {}

	async load() {
		const path = { master_id: this.master };
		this.could = await ask(api.GET('/api/masters/{master_id}/could-follow', { params: { path } }));
	}

	async follow(one: Other) {
		await this.#put(one.id);
		toasts.say(`${one.name} follows this course too. Push to it as to your other classes.`, {
			undo: () => this.#delete(one.id)
		});
	}

	/** Asks a colleague, who chooses which of their classes. */
	async askFor(email: string) {
		const params = { path: { master_id: this.master } };
		const told = await ask(api.POST('/api/masters/{master_id}/following', { params, body: { email } }));
		toasts.say(`${told.name} is asked, and finds the question under Classes.`);
	}

	async stop(one: { id: number; name: string }) {
		await this.#delete(one.id);
		toasts.say(`${one.name} follows this course no more. What it was given stays in its notebooks.`, {
			undo: () => this.#put(one.id)
		});
	}

	async #put(class_id: number) {
		await ask(api.PUT(ADDRESS, { params: { path: { master_id: this.master, class_id } } }));
		await this.onchange();
	}

	async #delete(class_id: number) {
		await ask(api.DELETE(ADDRESS, { params: { path: { master_id: this.master, class_id } } }));
		await this.onchange();
	}
}
