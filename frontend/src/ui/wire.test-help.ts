/**
 * For tests: what the client of the API asks is answered by a function.
 *
 * The client keeps the `fetch` that it finds when it is loaded, and asks by addresses without a host; so this has to be
 * loaded first: `const wire = await vi.hoisted(async () => (await import('../../ui/wire.test-help')).wire)`.
 */
export const wire = { answer: undefined as unknown as (request: Request) => Promise<Response> };

globalThis.Request = class extends Request {
	constructor(input: RequestInfo | URL, init?: RequestInit) {
		super(typeof input === 'string' ? new URL(input, 'http://red-thread.test') : input, init);
	}
};
globalThis.fetch = (request) => wire.answer(request as Request);
