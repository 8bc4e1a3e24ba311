import { expect, it } from 'vitest';
import { BringingState, bySection, came, meantKey, type Asked, type Meant } from './bringing.svelte';
import type { MasterState } from './master.svelte';

const page = (title: string, into: string[], page_id: number | null = null) => ({
	title,
	into,
	page_id,
	gone: [] as Asked[],
	fresh: [] as Asked[]
});
const file = new File([], 'pages.zip');

async function looked(pages: ReturnType<typeof page>[]) {
	const taken: boolean[] = [];
	const meant: Meant[] = [];
	const master = {
		planFile: async () => ({ pages, problems: [] }),
		takeIn: async (_: File, update: boolean, _watch: string, said: Meant[]) => {
			taken.push(update);
			meant.push(...said);
		}
	};
	const bringing = new BringingState(master as unknown as MasterState);
	await bringing.look(file);
	return { bringing, taken, meant };
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

it('asks what became of a question that the file asks in other words, and each can be one alone', async () => {
	const asked = (id: string, kind = 'space') => ({ id, kind, words: `${id}?` });
	const known = {
		...page('Ebb', ['Tides'], 4),
		gone: [asked('q1'), asked('q2')],
		fresh: [asked('b7'), asked('g1', 'gap')]
	};
	const { bringing, meant } = await looked([known]);
	const choices = () => known.gone.map((gone) => bringing.choices(known, gone).map((now) => now.id));
	expect(choices()).toEqual([['b7'], ['b7']]);
	bringing.meant[meantKey(known, known.gone[0]!)] = 'b7';
	expect(choices()).toEqual([['b7'], []]);
	await bringing.take();
	expect(meant).toEqual([{ page_id: 4, before: 'q1', now: 'b7' }]);
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
