import { beforeEach, expect, it, vi } from 'vitest';

const wire = await vi.hoisted(async () => (await import('../ui/wire.test-help')).wire);
const { beSomebody, PROOF, sending } = await import('./sending');

const asked: string[] = [];
const says = (status: number, body: object = {}) => Response.json(body, { status });
const stale = () => says(403, { title: 'StaleProof' });

beforeEach(() => {
	asked.length = 0;
	beSomebody(7, 'old');
});

/** A server that knows the proof `new`, of this person. */
function server(person: number) {
	wire.answer = (request) => {
		const proof = request.headers.get(PROOF);
		asked.push(`${request.method} ${new URL(request.url).pathname} ${proof ?? ''}`.trim());
		if (request.url.endsWith('/api/session'))
			return Promise.resolve(says(200, { person: { id: person }, proof: 'new' }));
		return Promise.resolve(proof === 'new' ? says(200) : stale());
	};
}

const save = () =>
	sending(new Request('/api/copies/1', { method: 'PUT', body: '{"a":1}', headers: { [PROOF]: 'old' } }));

it('goes on by itself after signing in again in another window', async () => {
	server(7);
	expect((await save()).status).toBe(200);
	expect(asked).toEqual(['PUT /api/copies/1 old', 'GET /api/session', 'PUT /api/copies/1 new']);
});

it('sends nothing of one person as another', async () => {
	server(8);
	expect((await save()).status).toBe(401);
	expect(asked).toHaveLength(2);
});

it('asks again for what it reads where the server is busy, and saves once', async () => {
	vi.useFakeTimers();
	let busy = 3;
	wire.answer = (request) => {
		asked.push(request.method);
		return Promise.resolve(says(busy-- > 0 ? 503 : 200));
	};
	const reading = sending(new Request('/api/masters'));
	await vi.advanceTimersByTimeAsync(60_000);
	expect([(await reading).status, asked.length]).toEqual([200, 4]);
	busy = 1;
	expect((await save()).status).toBe(503);
	vi.useRealTimers();
});
