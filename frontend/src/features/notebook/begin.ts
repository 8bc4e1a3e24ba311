/** What a student begins in their notebook, or takes from what is on display. Only who does so waits for this. */
import { api, ask, type Schemas } from '../../api/client';
import { sectionOf } from './asked-of';
import type { NotebookState } from './notebook.svelte';

/** A page of the student's own. `open`: the page that is open; it comes behind that, if that is in the section. */
export interface NewPage {
	title: string;
	section_id: number | null;
	open: number | null;
	/** The page under which it is tucked. */
	under: number | null;
	/** The template as which it begins. */
	like: number | null;
}

/** Takes a copy of a page on display; it comes as what a teacher gives does. */
export async function takeShown(notebook: NotebookState, page_id: number) {
	const params = { path: { notebook_id: notebook.id, page_id } };
	await ask(api.POST('/api/notebooks/{notebook_id}/reading/{page_id}', { params }));
}

/** Templates of the teacher's with which a page of one's own may begin. */
export async function templatesFor(notebook: NotebookState): Promise<Schemas['OfferedPageOut'][]> {
	const params = { path: { notebook_id: notebook.id } };
	return ask(api.GET('/api/notebooks/{notebook_id}/templates', { params }));
}

/** Begins a section of the student's own; gives its id. */
export async function beginSection(notebook: NotebookState, name: string): Promise<number> {
	const params = { path: { notebook_id: notebook.id } };
	return (await ask(api.POST('/api/notebooks/{notebook_id}/sections', { params, body: { name } }))).id;
}

/** Begins a page of the student's own; gives its id. */
export async function beginPage(notebook: NotebookState, { open, ...page }: NewPage): Promise<number> {
	const after = sectionOf(notebook, open) === page.section_id ? open : null;
	const params = { path: { notebook_id: notebook.id } };
	const body = { ...page, after };
	const begun = await ask(api.POST('/api/notebooks/{notebook_id}/pages', { params, body }));
	await notebook.load();
	return begun.id;
}
