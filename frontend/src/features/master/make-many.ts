/** Pages that are made from another, right behind it. */
import { api, ask, type Schemas } from '../../api/client';
import { count } from '../../ui/words';
import type { MasterState } from './master.svelte';
import type { Row } from './rows';

export async function makeMany(master: MasterState, page: number, many: Schemas['ManyPages']) {
	const params = { path: { page_id: page } };
	const made = await ask(api.POST('/api/pages/{page_id}/many', { params, body: many }));
	await master.load();
	master.done(`${count(made.page_ids.length, 'page is', 'pages are')} there.`, () =>
		master.change(() => master.putBack({ page_ids: made.page_ids }))
	);
}

/** One more page just like this one, right behind it. */
export async function again(master: MasterState, row: Pick<Row, 'id' | 'name'>) {
	const begins = new Date().toLocaleDateString('sv');
	// What stands in braces would be counted up.
	const pattern = `${row.name.replaceAll(/[{}]/g, '').slice(0, 190)} (2)`;
	await makeMany(master, row.id, { pattern, count: 1, first: 1, begins });
}
