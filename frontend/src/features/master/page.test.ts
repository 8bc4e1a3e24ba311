import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PageNode } from '../../editor';
import { keepFor, keptAt } from '../../writing/unsaved';
import { MasterPageState } from './page.svelte';

const wire = await vi.hoisted(async () => (await import('../../ui/wire.test-help')).wire);

const words = (text: string): PageNode[] => [
	{ type: 'paragraph', attrs: { id: 'a' }, content: [{ type: 'text', text }] }
];
interface Sent {
	revision: number;
	window: string;
	window_save: number;
	document: PageNode;
}

/** The master's page on a server where a colleague's words come in front of whatever is sent. */
let sent: Sent[] = [];
let unwell: number | null = null;
let colleague = { revision: 1, text: 'Colleague.' };
let whileSaving: () => void = () => {};

async function answer(request: Request): Promise<Response> {
	if (unwell) return Response.json({ title: 'No', detail: 'No.', status: unwell }, { status: unwell });
	const document = { type: 'doc', attrs: { title: 'Tides' }, content: words(colleague.text) };
	const page = { id: 3, title: 'Tides', section_id: 1, revision: colleague.revision, document };
	if (request.method !== 'PUT') return Response.json({ page, editions: [], changed: [], asking: [] });
	const body = (await request.json()) as Sent;
	sent.push(body);
	whileSaving();
	const text = `Colleague. ${body.document.content?.[0]?.content?.[0]?.text}`;
	const merged = { ...document, content: words(text) };
	return Response.json({ page: { ...page, revision: 9, document: merged }, sent_revision: 8 });
}

let page: MasterPageState;
beforeEach(async () => {
	vi.useFakeTimers();
	localStorage.clear();
	keepFor(1);
	sent = [];
	unwell = null;
	whileSaving = () => {};
	wire.answer = answer;
	colleague = { revision: 1, text: 'Colleague.' };
	page = new MasterPageState(3, () => {});
	await page.load();
});
afterEach(() => vi.useRealTimers());

describe('a master page being written on', () => {
	it('takes in what a colleague wrote', async () => {
		page.type(words('Mine.'));
		await vi.advanceTimersByTimeAsync(1000);
		expect(page.page?.content).toEqual(words('Colleague. Mine.'));
		expect(page.state).toBe('saved');
	});

	it('goes on from what it sent, not from what it has not seen, when it is typed on meanwhile', async () => {
		whileSaving = () => page.type(words('Mine, and more.'));
		page.type(words('Mine.'));
		await vi.advanceTimersByTimeAsync(700);
		whileSaving = () => {};
		await vi.advanceTimersByTimeAsync(1000);
		expect(sent.map(({ revision, window_save }) => [revision, window_save])).toEqual([
			[1, 1],
			[8, 2]
		]);
		expect(sent[1]?.document.content).toEqual(words('Mine, and more.'));
		expect(new Set(sent.map((one) => one.window)).size).toBe(1);
	});

	it('takes in what a colleague saved while nothing is typed here, and leaves what is', async () => {
		colleague = { revision: 4, text: 'Colleague, later.' };
		page.type(words('Mine.'));
		await page.refresh();
		expect(page.page?.content).toEqual(words('Colleague.'));
		await vi.advanceTimersByTimeAsync(1000);
		colleague = { revision: 11, text: 'Colleague, later still.' };
		await page.refresh();
		expect([page.page?.content, sent.length]).toEqual([words('Colleague, later still.'), 1]);
		colleague = { revision: 10, text: 'An answer that is late.' };
		await page.refresh();
		expect(page.page?.content).toEqual(words('Colleague, later still.'));
	});

	it('says what is refused, and keeps its words and its new title until they are taken', async () => {
		unwell = 422;
		page.retitle('Tides at noon');
		page.type(words('Mine.'));
		await vi.advanceTimersByTimeAsync(1000);
		expect([page.state, page.problem?.message]).toEqual(['refused', 'No.']);
		expect(keptAt('page/3').map((kept) => kept.attrs?.title)).toEqual(['Tides at noon']);
		unwell = null;
		await new MasterPageState(3, () => {}).load();
		expect(sent.map((one) => one.document.attrs?.title)).toEqual(['Tides at noon']);
		expect(keptAt('page/3')).toEqual([]);
	});
});
