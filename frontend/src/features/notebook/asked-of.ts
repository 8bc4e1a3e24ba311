/** What is asked of a notebook by those parts that come later. */
import { api, ask } from '../../api/client';
import type { PageNode } from '../../editor';
import type { NotebookState, PageLine } from './notebook.svelte';

/** A page on display, as it is now. */
export async function shownPage(notebook: NotebookState, page_id: number): Promise<PageNode> {
	const params = { path: { notebook_id: notebook.id, page_id } };
	const { document } = await ask(api.GET('/api/notebooks/{notebook_id}/reading/{page_id}', { params }));
	return document as unknown as PageNode;
}

/** Whether a page may be moved from where it is. */
export function mayMove(notebook: NotebookState, page: PageLine): boolean {
	const allows = notebook.allows(notebook.sections.find((one) => one.pages.includes(page)));
	return allows === 'all' || (allows === 'pages' && page.tie !== 'tied');
}

/** The section of the page that is open. */
export function sectionOf(notebook: NotebookState, open: number | null): number | null {
	return notebook.view?.sections.find((one) => one.pages.some((page) => page.id === open))?.id ?? null;
}
