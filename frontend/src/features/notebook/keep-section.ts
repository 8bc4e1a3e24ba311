/** The pages of the section in which somebody works are kept on the device, so that they open with no network. */
import { isKept, keepAhead } from '../../api/keeping';
import type { NotebookState } from './notebook.svelte';

/** So many at most, and one after another: a notebook that is opened by a class must not ask for all at once. */
const MOST = 25;
const BETWEEN = 300;

export async function keepSection(notebook: NotebookState, open: number) {
	const { connection } = navigator as { connection?: { saveData?: boolean } };
	if (!isSecureContext || connection?.saveData) return;
	const section = notebook.sections.find((one) => one.pages.some((page) => page.id === open));
	const pages = (section?.pages ?? []).filter((page) => !page.put_away && page.id !== open);
	for (const page of pages.slice(0, MOST)) {
		const address = `/api/copies/${page.id}`;
		if (!navigator.onLine || (await isKept(address))) continue;
		await keepAhead(address);
		await new Promise((resolve) => setTimeout(resolve, BETWEEN));
	}
}
