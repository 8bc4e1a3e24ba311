/** Putting a section or a page of the master under wraps, on display, or neither. */
import { api, ask, type Schemas } from './client';

export type Display = Schemas['Display'];
type View = Pick<Schemas['MasterViewOut'], 'pages' | 'sections'>;

/** Puts it so; gives how it is undone. A page that is as its section says then says nothing itself. */
export async function putDisplay(view: View, kind: 'section' | 'page', id: number, display: Display) {
	const { before, after } = kind === 'page' ? ofPage(view, id, display) : ofSection(view, id, display);
	await sayDisplay(kind, id, after);
	return () => sayDisplay(kind, id, before);
}

function ofPage(view: View, id: number, display: Display) {
	const page = view.pages.find((one) => one.id === id);
	const section = view.sections.find((one) => one.id === page?.section_id);
	return { before: page?.own_display ?? null, after: display === section?.display ? null : display };
}

function ofSection(view: View, id: number, display: Display) {
	return { before: view.sections.find((one) => one.id === id)?.display ?? null, after: display };
}

/** Has it say so itself; nothing: a page is as its section says. */
export async function sayDisplay(kind: 'section' | 'page', item_id: number, display: Display | null) {
	const params = { path: { kind, item_id } };
	await ask(api.PUT('/api/items/{kind}/{item_id}/display', { params, body: { display } }));
}
