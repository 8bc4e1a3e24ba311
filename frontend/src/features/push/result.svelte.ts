/** A push under way or done: its progress comes live, then its rows. */
import { api, ask, type Schemas } from '../../api/client';
import { Live } from '../../ui/live';

const ENDED = new Set(['done', 'stopped', 'failed']);

export class ResultState {
	view = $state.raw<Schemas['PushViewOut'] | null>(null);
	done = $state(0);
	total = $state(0);
	status = $state('waiting');
	#live: Live | null = null;

	constructor(readonly id: number) {}

	async load() {
		const path = { push_id: this.id };
		this.view = await ask(api.GET('/api/pushes/{push_id}', { params: { path } }));
		this.done = this.view.push.students_done;
		this.total = this.view.push.students;
		this.status = this.view.push.status;
	}

	/** What a push that waits would do now. */
	plan() {
		return ask(api.GET('/api/pushes/{push_id}/plan', { params: { path: { push_id: this.id } } }));
	}

	/** What undoing it would do. */
	undoPlan() {
		return ask(api.GET('/api/pushes/{push_id}/undo', { params: { path: { push_id: this.id } } }));
	}

	/** Undoes it, wherever all is still as it left it; and for those rows that are named. */
	async undo(also: Schemas['RowIn'][]) {
		const path = { push_id: this.id };
		const undone = await ask(api.POST('/api/pushes/{push_id}/undo', { params: { path }, body: { also } }));
		await this.load();
		return undone;
	}

	/** A push that gave up goes on from where it stands. */
	async again() {
		await ask(api.POST('/api/pushes/{push_id}/again', { params: { path: { push_id: this.id } } }));
		await this.load();
		this.follow();
	}

	/** Rests until it is told to go on. */
	async pause() {
		await ask(api.POST('/api/pushes/{push_id}/pause', { params: { path: { push_id: this.id } } }));
		await this.load();
	}

	/** Ends it where it stands, or before it has begun. */
	async end() {
		await ask(api.POST('/api/pushes/{push_id}/stop', { params: { path: { push_id: this.id } } }));
		this.stop();
		await this.load();
	}

	/** Another time for one that waits; null is now. */
	async beginAt(moment: string | null) {
		const params = { path: { push_id: this.id } };
		await ask(api.PUT('/api/pushes/{push_id}/time', { params, body: { begins_at: moment } }));
		await this.load();
	}

	/** Follows the push until it is done; a broken line is taken up again. */
	follow() {
		this.stop();
		if (ENDED.has(this.status)) return;
		const progress = (data: string) => {
			const told = JSON.parse(data) as { done: number; total: number; status: string };
			this.done = told.done;
			this.total = told.total;
			if (told.status === this.status && !ENDED.has(told.status)) return;
			if (ENDED.has(told.status)) this.stop();
			return this.load();
		};
		this.#live = new Live(`/api/pushes/${this.id}/events`, { progress, open: () => this.load() });
	}

	stop() {
		this.#live?.close();
	}
}
