/** The copy of a master page in a student's notebook, if there is one. */
import { api, ask } from './client';

export async function copyAt(notebook_id: number, page_id: number): Promise<number | null> {
	const path = { notebook_id, page_id };
	return (await ask(api.GET('/api/notebooks/{notebook_id}/pages/{page_id}', { params: { path } }))).copy_id;
}
