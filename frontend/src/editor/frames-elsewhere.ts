/**
 * Pictures and recordings that earlier visits put on pages which are not open now: they are sent, and put into their
 * frames, without anybody opening the page again. A page that is open looks after its own.
 */
import { api, ask } from '../api/client';
import { uploads, type Coming } from '../writing/uploads.svelte';
import { filled, framedAs, typeOf } from './put-file';
import type { PageNode } from './types';

interface Kept {
	document: PageNode;
	save: (document: PageNode) => Promise<unknown>;
}

export async function fillElsewhere() {
	for (const coming of await uploads.elsewhere()) await fillOne(coming).catch(() => {});
}

async function fillOne(coming: Coming) {
	const { document } = await pageAt(coming.place);
	if (!emptyFrame(document, coming.frame)) return;
	const stored = await uploads.send(coming);
	if (!stored) return;
	const now = await pageAt(coming.place);
	const frame = emptyFrame(now.document, coming.frame);
	if (frame) {
		frame.attrs = filled(frame.attrs ?? {}, stored, coming.file.name);
		frame.type = typeOf(stored);
		await now.save(now.document);
	}
	await uploads.forget(coming);
}

/** A frame that waits, wherever it stands on the page. */
function emptyFrame(node: PageNode, id: string): PageNode | null {
	if (framedAs(node.type) && node.attrs?.id === id) return node.attrs.src ? null : node;
	for (const inner of node.content ?? []) {
		const frame = emptyFrame(inner, id);
		if (frame) return frame;
	}
	return null;
}

async function pageAt(place: string): Promise<Kept> {
	const [kind, number] = place.split('/');
	return kind === 'copy' ? copyAt(Number(number)) : masterPageAt(Number(number));
}

async function copyAt(copy_id: number): Promise<Kept> {
	const params = { path: { copy_id } };
	const { document, revision, edition_id } = await ask(api.GET('/api/copies/{copy_id}', { params }));
	return {
		document: document as unknown as PageNode,
		save: (filled) => {
			const body = { document: filled as never, revision, edition_id, window_save: 0 };
			return ask(api.PUT('/api/copies/{copy_id}', { params, body }));
		}
	};
}

async function masterPageAt(page_id: number): Promise<Kept> {
	const params = { path: { page_id } };
	const { page } = await ask(api.GET('/api/pages/{page_id}', { params }));
	return {
		document: page.document as unknown as PageNode,
		save: (filled) => {
			const body = { document: filled as never, revision: page.revision, window_save: 0 };
			return ask(api.PUT('/api/pages/{page_id}', { params, body }));
		}
	};
}
