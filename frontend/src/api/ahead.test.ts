import { beforeEach, expect, it, vi } from 'vitest';

const wire = await vi.hoisted(async () => (await import('../ui/wire.test-help')).wire);
const { answeredAhead, askAhead } = await import('./ahead');

const asked: string[] = [];
let status = 200;

beforeEach(() => {
	asked.length = 0;
	status = 200;
	wire.answer = (request) => {
		asked.push(new URL(request.url).pathname);
		return Promise.resolve(Response.json({}, { status }));
	};
});

it.each([
	['/notebook/4', ['/api/notebooks/4']],
	['/notebook/4/page/9', ['/api/notebooks/4', '/api/copies/9']],
	['/notebook/4/read/9', []],
	['/master/1/reach', []]
])('asks for what %s is shown with', (address, paths) => {
	askAhead(address);
	expect(asked).toEqual(paths);
});

it('gives an answer once, so that whoever asks again gets what is there by then', async () => {
	askAhead('/notebook/5');
	const request = new Request('/api/notebooks/5');
	expect((await answeredAhead(request))?.status).toBe(200);
	expect(await answeredAhead(request)).toBeNull();
});

it('leaves errors to who asks in earnest, with patience and a sign-in', async () => {
	status = 503;
	askAhead('/notebook/6');
	expect(await answeredAhead(new Request('/api/notebooks/6'))).toBeNull();
});
