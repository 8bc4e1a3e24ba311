/**
 * Words that windows which are closed now left on pages that nobody has opened since: they are sent as those windows would
 * have sent them. A page that is open looks after its own. What is sent twice is written once: each save has its number.
 */
import { api, ask, Problem } from '../api/client';
import type { PageNode } from '../editor';
import { forgetIf, keptEverywhere, type Unsaved } from './unsaved';

const SENDS: Record<string, (id: number, document: PageNode, kept: Unsaved) => Promise<unknown>> = {
	copy: (copy_id, document, kept) => {
		const began = { revision: kept.revision, edition_id: kept.edition };
		const body = { document: document as never, ...began, window: kept.window, window_save: kept.save };
		return ask(api.PUT('/api/copies/{copy_id}', { params: { path: { copy_id } }, body }));
	},
	page: (page_id, document, kept) => {
		const began = { revision: kept.revision, window: kept.window, window_save: kept.save };
		const body = { document: document as never, ...began };
		return ask(api.PUT('/api/pages/{page_id}', { params: { path: { page_id } }, body }));
	}
};
let sending: Promise<void> | null = null;

/** Sends all of it, one after another; `open`: pages that look after themselves. */
export function sendLeft(open: ReadonlySet<string>): Promise<void> {
	sending ??= sendAll(open).finally(() => (sending = null));
	return sending;
}

async function sendAll(open: ReadonlySet<string>) {
	for (const [place, kept] of keptEverywhere()) {
		if (open.has(place)) continue;
		try {
			await send(place, kept);
			forgetIf(place, kept);
		} catch (error) {
			// What is refused is shown on its page, with a way out; without a network the rest waits, too.
			if (!(error instanceof Problem) || !error.status || error.status === 401) return;
		}
	}
}

async function send(place: string, kept: Unsaved) {
	const [kind = '', id] = place.split('/');
	const document = { type: 'doc', attrs: kept.attrs ?? {}, content: kept.content };
	await SENDS[kind]?.(Number(id), document, kept);
}
