import { expect, it } from 'vitest';
import { BringingState, bySection, came } from './bringing.svelte';
import type { MasterState } from './master.svelte';

const page = (title: string, into: string[], page_id: number | null = null) => ({
	title,
	into,
	page_id,
	gone: [] as string[]
});
const file = new File([], 'pages.zip');

async function looked(pages: ReturnType<typeof page>[]) {
	const taken: boolean[] = [];
	const master = {
		planFile: async () => ({ pages, problems: [] }),
		takeIn: async (_: File, update: boolean) => taken.push(update)
	};
	const bringing = new BringingState(master as unknown as MasterState);
	await bringing.look(file);
	return { bringing, taken };
}

it.each([
	[[null, null], true, 'Bring 2 pages in'],
	[[null, 4], true, 'Bring 1 page in, and 1 up to date'],
	[[3, 4], true, 'Bring 2 pages up to date'],
	[[3, 4], false, 'Bring 2 pages in']
])('says what the button does with %j', async (there, update, words) => {
	const { bringing } = await looked(there.map((id) => page('Ebb', ['Tides'], id)));
	bringing.update = update;
	expect(bringing.words).toBe(words);
});

it('brings up to date only where something is there by name', async () => {
	const { bringing, taken } = await looked([page('Ebb', ['Tides'])]);
	await bringing.take();
	expect([taken, bringing.plan]).toEqual([[false], null]);
});

it.each([
	[null, 'Reading …'],
	[{ doing: 'reading', done: 3, of: 1300 }, 'Reading: 3 of 1,300'],
	[{ doing: 'taking in', done: 40, of: 300 }, 'Bringing in: 40 of 300']
] as const)('says how far it has come', (progress, words) => {
	const bringing = new BringingState({} as MasterState);
	bringing.progress = progress;
	expect(bringing.doing).toBe(words);
});

it('shows pages by where they go', () => {
	const pages = [
		page('Ebb', ['Autumn', 'Tides']),
		page('Kelp', ['Shore']),
		page('Flow', ['Autumn', 'Tides'])
	];
	expect(bySection(pages).map((one) => [one.into, one.pages.map((p) => p.title)])).toEqual([
		['Autumn › Tides', ['Ebb', 'Flow']],
		['Shore', ['Kelp']]
	]);
});

it.each([
	[[1], [], 0, '1 page came in.'],
	[[], [{ page_id: 1, revision: 2 }], 3, '1 page is up to date, 3 pages were just so already.'],
	[[], [], 0, 'Nothing came in.']
])('says what came of it', (page_ids, updated, same, words) => {
	expect(came({ page_ids, section_ids: [], divider_ids: [], updated, same, problems: [] })).toBe(words);
});
