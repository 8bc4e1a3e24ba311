/** Which of those who are named a push is for, by what they have of its pages. */
import type { Schemas } from '../../api/client';

export type Only = Schemas['Only'];

const WORDS: Record<Exclude<Only, 'everyone'>, (it: string) => string> = {
	has: (it) => `have ${it}`,
	lacks: (it) => `lack ${it}`,
	unopened: (it) => (it === 'it' ? 'have not opened it' : `have ${it} unopened`)
};

/** What an address says of it. */
export function onlyIn(address: string): Only {
	const said = new URLSearchParams(address).get('only') ?? '';
	return said in WORDS ? (said as Only) : 'everyone';
}

/** Behind “those who”. */
export function onlyWords(only: Exclude<Only, 'everyone'>, pages: number): string {
	return WORDS[only](pages > 1 ? 'any of them' : 'it');
}

/** The choices, for so many pages. */
export function onlyChoices(pages: number): Record<Only, { words: string }> {
	const those = (only: Exclude<Only, 'everyone'>) => ({ words: `Only those who ${onlyWords(only, pages)}` });
	return {
		everyone: { words: 'All of them' },
		has: those('has'),
		lacks: those('lacks'),
		unopened: those('unopened')
	};
}
