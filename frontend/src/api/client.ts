/** The typed client. Every answer is either data or a `Problem` that says what to do. */
import createClient from 'openapi-fetch';
import { HERE } from '../ui/storage';
import type { components, paths } from './schema';
import { PROOF, proofNow, sending } from './sending';

export type Schemas = components['schemas'];

/** An error as the server tells it. `status` 0: the server could not be reached. */
export class Problem extends Error {
	constructor(
		readonly status: number,
		detail: string,
		readonly hint: string
	) {
		super(detail);
	}
}

/**
 * The school whose address was opened, where an installation has several: it tells the sign-in page where to look, in
 * this window alone, so that a wrong link harms nobody for long. Once somebody is signed in their session knows.
 */
const PLACE = 'red-thread-school';
function schoolOfAddress(): string {
	const named = new URLSearchParams(location.search).get('school');
	if (named) HERE.set(PLACE, named);
	return named ?? HERE.get(PLACE) ?? '';
}
const school = schoolOfAddress();

/** The next address that is opened in this window is looked at by itself. */
export const forgetSchool = () => HERE.remove(PLACE);

const SIGNED_OUT = 'You are not signed in any more.';
export const api = createClient<paths>({ baseUrl: '/', fetch: sending });

api.use({
	onRequest({ request }) {
		if (school) request.headers.set('X-Red-Thread-School', school);
		if (request.method !== 'GET') request.headers.set(PROOF, proofNow());
		return request;
	}
});

interface Answer<T> {
	data?: T;
	error?: unknown;
	response: Response;
}

/** Waits for an answer; throws a Problem. */
export async function ask<T>(request: Promise<Answer<T>>): Promise<T> {
	let answer: Answer<T>;
	try {
		answer = await request;
	} catch {
		throw new Problem(0, 'Red Thread cannot be reached just now.', 'It is tried again as soon as it can be.');
	}
	if (answer.response.ok) return answer.data as T;
	if (answer.response.status === 401 && !answer.error) throw new Problem(401, SIGNED_OUT, 'Sign in again.');
	throw asProblem(answer.response.status, answer.error);
}

export function asProblem(status: number, error: unknown): Problem {
	const told = (error ?? {}) as { detail?: string; hint?: string };
	const detail = typeof told.detail === 'string' ? told.detail : 'Something went wrong on our side.';
	return new Problem(status, detail, told.hint ?? 'Try again.');
}

/** Sends a file with the fields beside it. */
export function send<T>(address: string, file: File, fields: Record<string, string> = {}): Promise<T> {
	return sendForm(address, file, fields);
}

/** A file that the server makes, with the name that it bears. */
export async function fetchFile(address: string): Promise<File> {
	let response: Response;
	try {
		response = await sending(new Request(address));
	} catch {
		throw new Problem(0, 'Red Thread cannot be reached just now.', 'Try again in a moment.');
	}
	if (!response.ok) throw asProblem(response.status, await response.json().catch(() => ({})));
	const named = /filename\*=UTF-8''([^;]+)/.exec(response.headers.get('Content-Disposition') ?? '');
	return new File([await response.blob()], decodeURIComponent(named?.[1] ?? 'page'));
}

/** Sends fields, with a file if there is one. */
export async function sendForm<T>(
	address: string,
	file: File | null,
	fields: Record<string, string> = {}
): Promise<T> {
	const body = new FormData();
	if (file) body.append('file', file);
	for (const [name, value] of Object.entries(fields)) body.append(name, value);
	let response: Response;
	try {
		response = await sending(
			new Request(address, { method: 'POST', body, headers: { [PROOF]: proofNow() } })
		);
	} catch {
		throw new Problem(0, 'Red Thread cannot be reached just now.', 'Try again in a moment.');
	}
	const told = await response.json().catch(() => ({}));
	if (response.ok) return told as T;
	throw asProblem(response.status, told);
}
