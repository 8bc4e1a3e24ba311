/** What a push or a pull-back is to be, as its teacher says it: one value, which lives in the address. */
import type { Schemas } from '../../api/client';
import { howIn, howSaid, USUAL, type How } from './how';
import { onlyIn, type Only } from './only';
import { timeIn } from './when';

export type SelectorKind = Schemas['SelectorKind'];

/** Whom it is for: everyone whom one of the selectors names, `only` some of them, `without` these notebooks. */
export interface Audience {
	selectors: Partial<Record<SelectorKind, number[]>>;
	without: number[];
	only: Only;
}

export interface Sentence {
	pages: number[];
	/** As such, without the pages that are in them. */
	sections: number[];
	dividers: number[];
	/** Nobody has said whom yet: null. */
	audience: Audience | null;
	how: How;
	/** The time to wait for, as its field has it; empty for now. */
	at: string;
	/** The push that failed for those for whom this one is. */
	again: number | null;
}

const KINDS: Record<SelectorKind, true> = { class: true, group: true, away: true, notebook: true };
export const SELECTOR_KINDS = Object.keys(KINDS) as SelectorKind[];
export const NOBODY: Audience = { selectors: {}, without: [], only: 'everyone' };
export const NOTHING: Sentence = {
	pages: [],
	sections: [],
	dividers: [],
	audience: null,
	how: USUAL,
	at: '',
	again: null
};
const PARTS = ['pages', 'sections', 'dividers'] as const;

/** The ids that the selectors of a kind name. */
export const chosenBy = (audience: Audience | null, kind: SelectorKind) => audience?.selectors[kind] ?? [];

/** The same audience with other ids for one kind of selector; a kind that names nobody is none of its selectors. */
export function choosing(audience: Audience, kind: SelectorKind, ids: number[]): Audience {
	const chosen = SELECTOR_KINDS.map(
		(each) => [each, each === kind ? ids : chosenBy(audience, each)] as const
	);
	return { ...audience, selectors: Object.fromEntries(chosen.filter(([, named]) => named.length)) };
}

export const without = (ids: number[], id: number) => ids.filter((one) => one !== id);

/** An id is chosen, or is not any more. */
export const toggled = (ids: number[], id: number) => (ids.includes(id) ? without(ids, id) : [...ids, id]);

/** As the part of an address behind its question mark; what is as usual is not said. */
export function toAddress(sentence: Partial<Sentence>): string {
	const { audience, how, at, again, ...parts } = { ...NOTHING, ...sentence };
	const parameters: [string, string][] = PARTS.map((name) => [name, parts[name].join('.')]);
	for (const kind of SELECTOR_KINDS) parameters.push([kind, chosenBy(audience, kind).join('.')]);
	parameters.push(['without', (audience?.without ?? []).join('.')]);
	parameters.push(['only', audience && audience.only !== 'everyone' ? audience.only : '']);
	parameters.push(...Object.entries(howSaid(how)), ['at', at], ['again', String(again ?? '')]);
	const address = new URLSearchParams(parameters.filter(([, value]) => value));
	// An audience that names nobody is one all the same: nobody is proposed over it.
	if (audience && !address.toString().match(/(^|&)(class|group|away|notebook|without|only)=/))
		address.set('class', '');
	return address.toString();
}

/** The sentence that an address says. */
export function fromAddress(search: string): Sentence {
	const parameters = new URLSearchParams(search);
	const ids = (name: string) =>
		(parameters.get(name) ?? '')
			.split('.')
			.map(Number)
			.filter((id) => Number.isSafeInteger(id) && id > 0);
	const parts = Object.fromEntries(PARTS.map((name) => [name, ids(name)]));
	const [again = null] = ids('again');
	return {
		...NOTHING,
		...parts,
		audience: whomIn(parameters, ids),
		how: howIn(search),
		at: timeIn(search),
		again
	};
}

/** What the kinds were called in addresses of earlier releases: a tab that is opened again must not aim at everyone. */
const CALLED_BEFORE: Partial<Record<SelectorKind, string>> = {
	class: 'classes',
	group: 'groups',
	notebook: 'students'
};

function whomIn(parameters: URLSearchParams, ids: (name: string) => number[]): Audience | null {
	const names = SELECTOR_KINDS.map((kind) => [kind, CALLED_BEFORE[kind] ?? kind] as const);
	if (![...names.flat(), 'without', 'only'].some((name) => parameters.has(name))) return null;
	const named = names.map(([kind, before]) => [kind, [...new Set([...ids(kind), ...ids(before)])]] as const);
	return {
		selectors: Object.fromEntries(named.filter(([, chosen]) => chosen.length)),
		without: ids('without'),
		only: onlyIn(parameters.toString())
	};
}

/** These notebooks and no others. */
export const exactlyThese = (ids: number[]): Audience => choosing(NOBODY, 'notebook', ids);

/** Where a push of this sentence is put together. */
export const pushAddress = (master: number, sentence: Partial<Sentence>) =>
	`/master/${master}/push?${toAddress(sentence)}`;

/** Where pages are pulled back; `after`: a push, from those for whom it was. */
export const pullBackAddress = (master: number, pages: number[], after?: number) =>
	`/master/${master}/pull-back?${toAddress({ pages })}${after ? `&after=${after}` : ''}`;

/** Whom, as the application is asked. */
export function audienceAsked(audience: Audience): Schemas['AudienceIn'] {
	const selectors = SELECTOR_KINDS.map((kind) => ({ kind, ids: chosenBy(audience, kind) }));
	return {
		selectors: selectors.filter(({ ids }) => ids.length),
		without: audience.without,
		only: audience.only
	};
}
