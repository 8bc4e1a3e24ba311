import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PageNode } from '../../editor';
import { CopyState } from './copy.svelte';
import { keepFor, keptAt } from '../../writing/unsaved';

const wire = await vi.hoisted(async () => (await import('../../ui/wire.test-help')).wire);

const words = (text: string): PageNode[] => [
	{ type: 'paragraph', attrs: { id: 'a' }, content: [{ type: 'text', text }] }
];
const textOf = (page: PageNode | null) => page?.content?.[0]?.content?.[0]?.text;

/** A small server: it keeps one page, merges a stale save by putting the newest words first, and can be unwell. */
class Server {
	revision = 0;
	edition = 1;
	text = 'Read this.';
	arrived: string[] = [];
	saves: { revision: number; edition_id: number; text: string }[] = [];
	unwell: number | 'offline' | null = null;
	takenBack = false;

	answer = async (request: Request): Promise<Response> => {
		if (this.unwell === 'offline') throw new TypeError('fetch failed');
		if (this.unwell) {
			return Response.json(
				{ title: 'Not now', detail: 'Try again.', status: this.unwell },
				{ status: this.unwell, headers: { 'content-type': 'application/problem+json' } }
			);
		}
		if (this.takenBack && request.method === 'GET') {
			return Response.json({ title: 'TakenBack', detail: 'Taken back.', status: 410 }, { status: 410 });
		}
		if (request.method === 'PUT') return Response.json(this.#save(await request.json()));
		const document = { type: 'doc', attrs: { title: 'Tides' }, content: words(this.text) };
		return Response.json({
			revision: this.revision,
			edition_id: this.edition,
			document,
			edition: document,
			tied: ['a'],
			arrived: this.arrived
		});
	};

	#save(body: { revision: number; edition_id: number; document: PageNode }) {
		const text = textOf(body.document) ?? '';
		this.saves.push({ revision: body.revision, edition_id: body.edition_id, text });
		const stale = body.revision !== this.revision || body.edition_id !== this.edition;
		const sent = this.revision + 1;
		this.revision = stale ? sent + 1 : sent;
		this.text = stale ? `${this.text} ${text}` : text;
		return {
			revision: this.revision,
			sent_revision: sent,
			edition_id: this.edition,
			document: stale ? { type: 'doc', attrs: {}, content: words(this.text) } : null,
			taken_back: this.takenBack,
			full: null
		};
	}

	push(text: string) {
		this.edition += 1;
		this.text = text;
		this.arrived = ['a'];
	}
}

let server: Server;
let copy: CopyState;

beforeEach(async () => {
	vi.useFakeTimers();
	localStorage.clear();
	keepFor(1);
	server = new Server();
	wire.answer = server.answer;
	copy = new CopyState(5);
	await copy.load();
});
afterEach(() => vi.useRealTimers());

async function type(text: string) {
	copy.type(words(text));
	await vi.advanceTimersByTimeAsync(1000);
}

describe('a page being written on', () => {
	it('is saved after a pause, all that was typed at once', async () => {
		copy.type(words('B'));
		copy.type(words('Be'));
		expect(copy.state).toBe('waiting');
		await type('Because');
		expect(server.saves).toEqual([{ revision: 0, edition_id: 1, text: 'Because' }]);
		expect(copy.state).toBe('saved');
	});

	it('goes on from the revision that it saved', async () => {
		await type('One');
		await type('One two');
		expect(server.saves.map((save) => save.revision)).toEqual([0, 1]);
	});

	it('takes in what came in between', async () => {
		server.push('Read that.');
		await type('Mine');
		await vi.advanceTimersByTimeAsync(1000);
		expect(textOf(copy.page)).toBe('Read that. Mine');
		expect(copy.open?.edition_id).toBe(2);
		expect(copy.arrived).toEqual(['a']);
	});

	it('is fetched anew when something arrives and nobody is typing', async () => {
		server.push('Read that.');
		await copy.refresh();
		expect(textOf(copy.page)).toBe('Read that.');
	});

	it('is not fetched but saved when something arrives while it is typed on', async () => {
		copy.type(words('Typing'));
		server.push('Read that.');
		await copy.refresh();
		expect(server.saves).toEqual([{ revision: 0, edition_id: 1, text: 'Typing' }]);
	});
});

describe('a page that the teacher takes back', () => {
	it('stays in sight as it is, and says so', async () => {
		server.takenBack = true;
		await copy.refresh();
		expect(copy.takenBack).toBe(true);
		expect(textOf(copy.page)).toBe('Read this.');
	});

	it('is written on again when it is given back', async () => {
		server.takenBack = true;
		await copy.refresh();
		server.takenBack = false;
		await copy.refresh();
		expect(copy.takenBack).toBe(false);
	});

	it('takes what was typed into it just then', async () => {
		copy.type(words('Typing'));
		server.takenBack = true;
		await copy.refresh();
		expect(server.text).toBe('Typing');
		expect(copy.takenBack).toBe(true);
	});

	it('takes what was kept in the browser before', async () => {
		server.unwell = 'offline';
		await type('Kept');
		server.unwell = null;
		server.takenBack = true;
		const later = new CopyState(5);
		await later.load();
		expect(server.text).toBe('Kept');
		expect(keptAt('copy/5')).toEqual([]);
		expect(later.takenBack).toBe(true);
	});
});

describe('words that cannot be sent', () => {
	it('are kept in the browser, and sent when the line is back', async () => {
		server.unwell = 503;
		await type('Kept');
		expect(copy.state).toBe('kept');
		expect(keptAt('copy/5')).toMatchObject([{ revision: 0, edition: 1 }]);
		server.unwell = null;
		await vi.advanceTimersByTimeAsync(5000);
		expect(server.text).toBe('Kept');
		expect(keptAt('copy/5')).toEqual([]);
	});

	it('are in the browser as soon as they are typed, and until the last of them is acknowledged', async () => {
		copy.type(words('On'));
		expect(keptAt('copy/5')).toMatchObject([{ content: words('On'), revision: 0, save: 1 }]);
		let open = () => {};
		const gate = new Promise<void>((resolve) => (open = resolve));
		wire.answer = async (request) => gate.then(() => server.answer(request));
		const sending = copy.save();
		await vi.advanceTimersByTimeAsync(10);
		copy.type(words('On and on'));
		open();
		await sending;
		expect(keptAt('copy/5')).toMatchObject([{ content: words('On and on'), revision: 1, save: 2 }]);
		await vi.advanceTimersByTimeAsync(1000);
		expect(keptAt('copy/5')).toEqual([]);
	});

	it('are saved as words alone where the page is refused', async () => {
		server.unwell = 422;
		await type('Kept');
		server.unwell = null;
		await copy.saveWordsAlone();
		expect(server.text).toBe('Kept');
		expect(copy.state).toBe('saved');
	});

	it('wait for the student to sign in again', async () => {
		server.unwell = 401;
		await type('Kept');
		expect(copy.state).toBe('signed-out');
		server.unwell = null;
		const later = new CopyState(5);
		await later.load();
		expect(server.text).toBe('Kept');
		expect(later.state).toBe('saved');
	});

	it('are merged with what was pushed meanwhile', async () => {
		server.unwell = 'offline';
		await type('Kept');
		server.unwell = null;
		server.push('Read that.');
		await new CopyState(5).load();
		expect(server.saves).toEqual([{ revision: 0, edition_id: 1, text: 'Kept' }]);
		expect(server.text).toBe('Read that. Kept');
	});

	it('that are refused stay in sight with the reason', async () => {
		server.unwell = 422;
		await type('Kept');
		expect(copy.state).toBe('refused');
		expect(copy.problem?.status).toBe(422);
		expect(keptAt('copy/5')).toHaveLength(1);
	});
});
