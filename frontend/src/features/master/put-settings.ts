/** What a teacher sets of a section or a page beside what is on it. */
import { api, ask, type Schemas } from '../../api/client';
import { sayDisplay } from '../../api/display';
import { attempt } from '../../ui/report';
import { templateWords } from './display';
import type { MasterState } from './master.svelte';
import { writingWords } from './settings';

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

/** In one section; null: as the course says. */
export function setArranging(
	master: MasterState,
	section: { id: number; name: string },
	arranging: Arranging
) {
	const params = { path: { section_id: section.id } };
	const put = async (to: Arranging | null) =>
		(await ask(api.PUT('/api/sections/{section_id}/arranging', { params, body: { arranging: to } })))
			.arranging;
	return set(master, put, arranging, arrangingWords(`“${section.name}”`, arranging));
}

/** In all sections that say no other. */
export function setArrangingOfAll(master: MasterState, arranging: Arranging) {
	const params = { path: { master_id: master.id } };
	const put = async (to: Arranging) =>
		(await ask(api.PUT('/api/masters/{master_id}/arranging', { params, body: { arranging: to } }))).arranging;
	return set(master, put, arranging, arrangingWords('every section that says no other', arranging));
}

function set<T>(master: MasterState, put: (to: T) => Promise<T>, to: T, words: string) {
	return attempt(async () => {
		const before = await put(to);
		await master.load();
		master.done(words, () => master.change(async () => void (await put(before))));
	});
}

/** Where students may write on all pages of a section, and on those that will be made in it. */
export async function setWriting(
	master: MasterState,
	section: { id: number; name: string },
	writing: 'everywhere' | 'spaces'
) {
	const params = { path: { section_id: section.id } };
	const put = (body: Schemas['SetWriting']) =>
		ask(api.PUT('/api/sections/{section_id}/writing', { params, body }));
	const before = await put({ writing, pages_too: true });
	master.done(writingWords(section.name, writing), async () => {
		await put({ writing: before.writing === 'spaces' ? 'spaces' : 'everywhere', pages_too: false });
		await master.putBack({ updated: before.pages });
	});
}

/** Whether new pages can begin as this one; what students get by pushes goes under wraps with it, and comes back. */
export async function setTemplate(master: MasterState, page: { id: number; title: string }, on: boolean) {
	const params = { path: { page_id: page.id } };
	const put = (to: boolean) => ask(api.PUT('/api/pages/{page_id}/template', { params, body: { on: to } }));
	const before = master.view?.pages.find((one) => one.id === page.id)?.own_display ?? null;
	await attempt(async () => {
		await put(on);
		await master.load();
		master.done(templateWords(page.title, on), () =>
			master.change(async () => {
				await put(!on);
				await sayDisplay('page', page.id, before);
			})
		);
	});
}
