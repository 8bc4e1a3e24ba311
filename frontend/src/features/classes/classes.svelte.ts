/** The classes of a course: who is in them, and what is done to them by hand. Every step says what happened. */
import { api, ask, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';
import { count } from '../../ui/words';

export type Student = Schemas['StudentOut'];

export class ClassesState {
	classes = $state.raw<Schemas['ClassOut'][] | null>(null);
	chosen = $state<number | null>(null);
	shown = $state.raw<Schemas['ClassViewOut'] | null>(null);
	/** How many students of the shown class lack pages that it was given. */
	missing = $state.raw<Schemas['LackingOut'] | null>(null);
	sheet = $state.raw<Schemas['CodeSheetOut'] | null>(null);
	requests = $state.raw<Schemas['AskedForOut'][]>([]);
	asked = $state.raw<Schemas['AskedToFollowOut'][]>([]);
	/** Whether one reads along in this course, and changes nothing. */
	reads = $state(false);
	lacking = $derived((this.shown?.students ?? []).filter((one) => one.way_in === 'none').length);

	constructor(readonly master: number) {}

	/** `name`: the class to look at, if it is there. */
	async load(name?: string) {
		const path = { master_id: this.master };
		const view = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
		this.classes = view.classes;
		this.reads = view.role === 'helper';
		[this.requests, this.asked] = await Promise.all([
			ask(api.GET('/api/requests')),
			ask(api.GET('/api/following'))
		]);
		const wanted =
			view.classes.find((one) => one.name === name) ?? view.classes.find((one) => one.id === this.chosen);
		const first = wanted?.id ?? view.classes[0]?.id;
		if (first) await this.choose(first);
	}

	async choose(id: number) {
		this.chosen = id;
		const params = { path: { class_id: id } };
		const [shown, missing] = await Promise.all([
			ask(api.GET('/api/classes/{class_id}', { params })),
			ask(api.GET('/api/classes/{class_id}/lacking', { params }))
		]);
		if (this.chosen !== id) return;
		this.shown = shown;
		this.missing = missing;
	}

	/** A sheet for all who lack a way in. */
	async codes() {
		const path = { class_id: this.chosen! };
		this.sheet = await ask(api.POST('/api/classes/{class_id}/codes', { params: { path } }));
		await this.choose(this.chosen!);
	}

	/** A slip for one, whatever way in they had. */
	async code(student: Student) {
		const address = '/api/classes/{class_id}/students/{person_id}/code';
		this.sheet = await ask(api.POST(address, { params: { path: this.#path(student) } }));
		await this.choose(this.chosen!);
	}

	/** The slip was lost: nobody comes in by its code. */
	async endCode(student: Student) {
		const address = '/api/classes/{class_id}/students/{person_id}/code';
		await ask(api.DELETE(address, { params: { path: this.#path(student) } }));
		await this.choose(this.chosen!);
		toasts.say(`The code of ${student.name} opens nothing any more.`);
	}

	/** Gives everyone, or these alone, what they lack of what the class was given. */
	async catchUp(notebook_ids: number[] | null = null) {
		const path = { class_id: this.chosen! };
		const told = await ask(
			api.POST('/api/classes/{class_id}/catch-up', { params: { path }, body: { notebook_ids } })
		);
		toasts.say(
			`On its way: ${count(told.pages, 'page')} for ${count(told.students, 'student')}. It stands in Pushes, and can be undone there.`
		);
		await this.choose(this.chosen!);
	}

	async setCatchingUp(on: boolean) {
		const path = { class_id: this.chosen! };
		await ask(api.PUT('/api/classes/{class_id}/catching-up', { params: { path }, body: { on } }));
		await this.choose(this.chosen!);
	}

	#path(student: Student) {
		return { class_id: this.chosen!, person_id: student.person_id };
	}

	async renameClass(name: string) {
		const path = { class_id: this.chosen! };
		await ask(api.PATCH('/api/classes/{class_id}', { params: { path }, body: { name } }));
		await this.load();
	}

	async addClass(name: string) {
		const path = { master_id: this.master };
		const made = await ask(
			api.POST('/api/masters/{master_id}/classes', { params: { path }, body: { name } })
		);
		this.chosen = made.id;
		await this.load();
	}

	async rename(student: Student, name: string) {
		const params = { path: this.#path(student) };
		await ask(api.PATCH('/api/classes/{class_id}/students/{person_id}', { params, body: { name } }));
		await this.choose(this.chosen!);
	}

	async takeOut(student: Student) {
		const path = this.#path(student);
		const address = '/api/classes/{class_id}/students/{person_id}';
		await ask(api.DELETE(address, { params: { path } }));
		await this.load();
		toasts.say(`${student.name} has left the class. Their notebook is kept, with all that is in it.`, {
			undo: async () => {
				await ask(api.PUT(address, { params: { path } }));
				await this.load();
			}
		});
	}

	async move(student: Student, to: Schemas['ClassOut']) {
		const address = '/api/classes/{class_id}/students/{person_id}/move';
		const path = this.#path(student);
		await ask(api.POST(address, { params: { path }, body: { class_id: to.id } }));
		await this.load();
		toasts.say(`${student.name} is in ${to.name} now, with the notebook.`, {
			undo: async () => {
				const back = { path: { class_id: to.id, person_id: student.person_id } };
				await ask(api.POST(address, { params: back, body: { class_id: path.class_id } }));
				await this.load();
			}
		});
	}

	async answer(asked: Schemas['AskedForOut'], agreed: boolean) {
		const path = { class_id: asked.class_id, person_id: asked.person_id };
		await ask(api.POST('/api/requests/{class_id}/{person_id}', { params: { path }, body: { agreed } }));
		await this.load();
	}

	/** These classes follow the course that asked; none is a no. */
	async answerFollowing(asked: Schemas['AskedToFollowOut'], class_ids: number[]) {
		const path = { master_id: asked.master_id };
		await ask(api.POST('/api/following/{master_id}', { params: { path }, body: { class_ids } }));
		await this.load();
		if (class_ids.length) toasts.say(`Agreed: it follows ${asked.master_name} too.`);
	}

	/** A colleague; gives the slip of one who is new here. */
	async invite(name: string, email: string, role: 'co-teacher' | 'helper') {
		const path = { master_id: this.master };
		const told = await ask(
			api.POST('/api/masters/{master_id}/teachers', { params: { path }, body: { name, email, role } })
		);
		const does = role === 'helper' ? 'reads along in this course' : 'teaches this course too';
		if (!told.code) return void toasts.say(`${email} ${does} from now on.`);
		if (told.is_here) {
			toasts.say(`${told.code.name} is here already, and is asked.`, {
				hint: 'Hand over the code: it is typed in under “Password”, signed in as ever.'
			});
		}
		this.sheet = {
			class_name: 'a colleague',
			address: `${location.origin}/code`,
			codes: [told.code],
			left_out: []
		};
	}
}
