/** How a push is meant: where its pages go, and what becomes of copies that are there. It lives in the address too. */
import type { Schemas } from '../../api/client';
import { count, list } from '../../ui/words';

export type How = Required<Schemas['HowIn']>;

export const USUAL: How = {
	into: null,
	place: 'in-order',
	place_at: null,
	if_copy: 'update',
	if_cut: 'leave',
	drawer: 'leave',
	untied: false,
	if_own: 'beside'
};

const NAMES = Object.keys(USUAL) as (keyof How)[];
const NUMBERS = new Set<keyof How>(['into', 'place_at']);

/** What an address says of it; whatever it does not say is as usual. */
export function howIn(address: string): How {
	const said = new URLSearchParams(address);
	const how: Record<string, unknown> = { ...USUAL };
	for (const name of NAMES) {
		const value = said.get(name);
		if (value) how[name] = NUMBERS.has(name) ? Number(value) || null : name === 'untied' ? true : value;
	}
	return how as unknown as How;
}

/** As parts of an address: only what is not as usual. */
export function howSaid(how: How): Record<string, string> {
	return Object.fromEntries(NAMES.map((name) => [name, how[name] === USUAL[name] ? '' : String(how[name])]));
}

const PLACES = { 'in-order': 'in the order of the master', start: 'at the start', end: 'at the end' };

/** Where the pages go, in words. `titles`: of the master's pages. */
export function placeWords(how: How, titles: Map<number, string>): string {
	if (how.place === 'after') return `behind “${titles.get(how.place_at ?? 0) ?? 'a page'}”`;
	if (how.place === 'number') return `as number ${how.place_at ?? 1}`;
	return PLACES[how.place];
}

/** Into which section they go, in words. `into`: the name of the one that was chosen. */
export function sectionWords(how: How, into: string | undefined): string {
	const theirs = {
		beside: '',
		theirs: ', or one of theirs of that name',
		near: ', or one of theirs of nearly that name'
	}[how.if_own];
	return `${into ? `“${into}”` : 'its own section'}${theirs}`;
}

/** What becomes of copies, in words. */
export function copyWords(how: How): string {
	const first = {
		update: 'gets what is new and keeps their writing',
		leave: 'keeps it as it is',
		second: 'gets a second one beside it'
	}[how.if_copy];
	if (how.untied) return 'keeps it; for all others it is tied to nothing';
	const more = [how.drawer === 'fetch' ? 'out of the drawer' : '', how.if_cut === 'tie' ? 'tied again' : ''];
	return [first, ...more.filter(Boolean)].join(', ');
}

/** Sections that are there already and may take the pages: the students' own, or those of another course. */
export function thereWords(there: { students: number; names: string[]; taught: boolean }): string {
	const who = count(there.students, 'student');
	const names = list(there.names, 4);
	if (!there.taught) return `${who} made a section ${names} themselves`;
	return `${who} ${there.students === 1 ? 'has' : 'have'} a section ${names} from another course`;
}
