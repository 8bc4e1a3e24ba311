/** What students may do in their notebooks, as a teacher sets it. */
import { api, ask, type Schemas } from '../../api/client';
import { attempt } from '../../ui/report';
import { toasts } from '../../ui/toasts.svelte';

/** What students may do in their notebooks, as the line under a title says it. */
export const ARRANGINGS = {
	all: {
		words: 'arrange as they like',
		under: 'Move, name and put away pages and sections, and add their own.'
	},
	pages: { words: 'add pages of their own', under: 'Your pages and sections stay where they are.' },
	nothing: { words: 'arrange nothing', under: 'What is there stays; nothing new is begun there.' }
};
const arrangingWords = (where: string, arranging: keyof typeof ARRANGINGS) =>
	`In ${where} students may ${ARRANGINGS[arranging].words}.`;

type Arranging = Schemas['Arranging'];
interface Reloads {
	id: number;
	load: () => Promise<void>;
}

/** In one section; null: as the course says. */
export function setArranging(master: Reloads, section: { id: number; name: string }, arranging: Arranging) {
	const params = { path: { section_id: section.id } };
	const put = async (to: Arranging | null) =>
		(await ask(api.PUT('/api/sections/{section_id}/arranging', { params, body: { arranging: to } })))
			.arranging;
	return set(master, put, arranging, arrangingWords(`“${section.name}”`, arranging));
}

/** In all sections that say no other. */
export function setArrangingOfAll(master: Reloads, arranging: Arranging) {
	const params = { path: { master_id: master.id } };
	const put = async (to: Arranging) =>
		(await ask(api.PUT('/api/masters/{master_id}/arranging', { params, body: { arranging: to } }))).arranging;
	return set(master, put, arranging, arrangingWords('every section that says no other', arranging));
}

function set<T>(master: Reloads, put: (to: T) => Promise<T>, to: T, words: string) {
	return attempt(async () => {
		const before = await put(to);
		await master.load();
		const back = async () => {
			await put(before);
			await master.load();
		};
		toasts.say(words, { undo: () => attempt(back) });
	});
}
