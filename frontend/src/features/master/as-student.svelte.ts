/** A page of the master as one student has it, or would have it after a push. */
import { api, ask, type Schemas } from '../../api/client';
import { NO_FACTS, type PageNode } from '../../editor';

export const WIDTHS = {
	phone: { words: 'a phone', width: '390px' },
	tablet: { words: 'a tablet', width: '768px' },
	computer: { words: 'a computer', width: '1040px' }
};

export const WHEN = {
	has: { words: 'has it now', under: 'Their page as it stands.' },
	'would-have': { words: 'would have it after a push', under: 'Nothing is pushed by looking.' }
};

export class AsStudentState {
	students = $state.raw<{ id: number; words: string; under: string }[]>([]);
	notebook = $state<number | null>(null);
	when = $state<keyof typeof WHEN>('has');
	on = $state<keyof typeof WIDTHS>('phone');
	found = $state.raw<Schemas['AsStudentOut'] | null>(null);
	student = $derived(this.students.find((one) => one.id === this.notebook));
	page = $derived((this.when === 'has' ? this.found?.has : this.found?.would_have) as PageNode | null);
	facts = $derived.by(() => {
		const given = new Set(this.found?.given);
		return { ...NO_FACTS, tied: given, given };
	});
	#asked = 0;

	constructor(
		readonly master: number,
		readonly page_id: number
	) {}

	/** `first`: whom to begin with; somebody if that is nobody. */
	async load(first: number | null) {
		const path = { master_id: this.master };
		const { classes } = await ask(api.GET('/api/masters/{master_id}', { params: { path } }));
		const rosters = await Promise.all(
			classes.map(async ({ id, name }) => {
				const of = await ask(api.GET('/api/classes/{class_id}', { params: { path: { class_id: id } } }));
				return of.students.map((one) => ({ id: one.notebook_id, words: one.name, under: name }));
			})
		);
		this.students = rosters.flat();
		await this.choose((this.students.find((one) => one.id === first) ?? this.students[0])?.id ?? null);
	}

	async choose(notebook: number | null) {
		this.notebook = notebook;
		if (notebook === null) return;
		const asked = (this.#asked += 1);
		const params = { path: { page_id: this.page_id, notebook_id: notebook } };
		const found = await ask(api.GET('/api/pages/{page_id}/as/{notebook_id}', { params }));
		if (asked !== this.#asked) return;
		this.found = found;
		if (!found.has) this.when = 'would-have';
	}
}
