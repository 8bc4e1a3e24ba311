/** The groups of a course: named, made of students of any of its classes. */
import { api, ask, type Schemas } from '../../api/client';
import { toasts } from '../../ui/toasts.svelte';
import { count } from '../../ui/words';

export type Group = Schemas['GroupOut'];

export interface Whole {
	name: string;
	ids: number[];
}

/** Those of both, each once, in the order in which they came. */
export function union(members: number[], more: number[]): number[] {
	return [...new Set([...members, ...more])];
}

/** The students of classes, to choose from. */
export async function studentsOf(classes: Schemas['ClassOut'][]) {
	const rosters = await Promise.all(
		classes.map(async ({ id, name }) => {
			const view = await ask(api.GET('/api/classes/{class_id}', { params: { path: { class_id: id } } }));
			return view.students.map((one) => ({ id: one.notebook_id, words: one.name, under: name }));
		})
	);
	return rosters.flat();
}

export class GroupsState {
	groups = $state.raw<Group[]>([]);
	students = $state.raw<{ id: number; words: string; under: string }[]>([]);
	/** Whose students can be taken all at once: classes, and groups. */
	wholes = $derived<Whole[]>([
		...[...new Set(this.students.map((one) => one.under))].map((name) => ({
			name,
			ids: this.students.filter((one) => one.under === name).map((one) => one.id)
		})),
		...this.groups.map((group) => ({ name: group.name, ids: group.notebook_ids }))
	]);

	constructor(readonly master: number) {}

	async load() {
		const path = { master_id: this.master };
		this.groups = await ask(api.GET('/api/masters/{master_id}/groups', { params: { path } }));
	}

	/** Everyone who can be in one. */
	async loadStudents(classes: Schemas['ClassOut'][]) {
		this.students = await studentsOf(classes);
	}

	/** A new group where `id` is null. */
	async keep(id: number | null, name: string, notebook_ids: number[]) {
		const body = { name, notebook_ids };
		if (id === null) {
			const path = { master_id: this.master };
			await ask(api.POST('/api/masters/{master_id}/groups', { params: { path }, body }));
			toasts.say(`${name} is there. Choose it wherever you say whom a page is for.`);
		} else {
			const told = await ask(api.PUT('/api/groups/{group_id}', { params: { path: { group_id: id } }, body }));
			const later = told.students ? ` ${count(told.pages, 'page')} on the way to those who are new.` : '';
			toasts.say(`${name} has ${count(notebook_ids.length, 'student')} now.${later}`);
		}
		await this.load();
	}

	async remove(group: Group) {
		await ask(api.DELETE('/api/groups/{group_id}', { params: { path: { group_id: group.id } } }));
		await this.load();
		toasts.say(`${group.name} is no group any more. Its students keep their pages.`, {
			undo: async () => {
				const path = { master_id: this.master, group_id: group.id };
				await ask(api.PUT('/api/masters/{master_id}/groups/{group_id}', { params: { path } }));
				await this.load();
			}
		});
	}
}
