/** Two editions of a page beside each other: which two, and how they are shown. */
import { api, ask, type Schemas } from '../../api/client';
import { NO_FACTS, type MarginFacts, type PageNode } from '../../editor';
import { day } from '../../ui/words';

const AS_IT_IS = 0;

export class ComparisonState {
	one = $state(AS_IT_IS);
	other = $state(AS_IT_IS);
	inOne = $state(false);
	found = $state.raw<Schemas['ComparisonOut'] | null>(null);
	before = $derived(this.found?.before as unknown as PageNode | undefined);
	after = $derived(this.found?.after as unknown as PageNode | undefined);
	choices = $derived([
		{ number: AS_IT_IS, words: 'as it is now' },
		...(this.found?.editions ?? []).map(({ number, made_at }) => ({
			number,
			words: `edition ${number}, ${day(made_at)}`
		}))
	]);

	constructor(
		readonly page: number,
		one: number,
		other: number
	) {
		this.one = one;
		this.other = other;
	}

	async load() {
		const params = { path: { page_id: this.page }, query: { one: this.one, other: this.other } };
		this.found = await ask(api.GET('/api/pages/{page_id}/compare', { params }));
	}

	async choose(side: 'one' | 'other', number: number) {
		this[side] = number;
		await this.load();
	}

	/** The margin of one side: the thread, dashed where the two differ. */
	facts(page: PageNode): MarginFacts {
		return {
			...NO_FACTS,
			tied: new Set((page.content ?? []).map((block) => String(block.attrs?.id))),
			loose: new Set(this.found?.changed.map((change) => change.id))
		};
	}
}
