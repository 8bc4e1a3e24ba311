/**
 * Answers that are kept on the device, and when they stand for the server's.
 *
 * With no network, or one that does not answer, a notebook is shown as it was last. Kept for the person who is signed in,
 * and gone when they sign out.
 */
import { LATE_ANSWER } from '../ui/live';
import { drop, keep, kept } from './kept';

/** Milliseconds after which a kept answer is shown while the server's is still waited for. */
const PATIENCE = 3500;

/** The answer; where none comes, or none in time, the one that is kept. */
export async function orKept(pathname: string, answer: Promise<Response>): Promise<Response> {
	let answered = false;
	const keeping = answer.then((response) => {
		answered = true;
		keepAnswer(pathname, response);
		return response;
	});
	keeping.catch(() => {}); // where what is kept stands for it, nobody waits for it any more
	const late = new Promise<null>((resolve) =>
		setTimeout(() => resolve(null), navigator.onLine ? PATIENCE : 0)
	);
	try {
		const inTime = await Promise.race([keeping, late]);
		if (inTime) return inTime;
		const instead = await keptAnswer(pathname);
		if (!instead) return await keeping;
		keeping.then(() => dispatchEvent(new Event(LATE_ANSWER))).catch(() => {});
		return instead;
	} catch (error) {
		const instead = answered ? null : await keptAnswer(pathname);
		if (!instead) throw error;
		return instead;
	}
}

/** Taken back, taken out, or not theirs any more. */
const GONE = [403, 404, 410];

/** Keeps an answer, unless it is an error; behind what it is asked for. */
function keepAnswer(pathname: string, response: Response) {
	if (GONE.includes(response.status)) void drop(pathname).catch(() => {});
	if (!response.ok) return;
	const copy = response.clone();
	void (async () => keep(pathname, await copy.text()))().catch(() => {});
}

/** Keeps what the server has said of itself in other words: a page as it is after a save. */
export function keepAs(pathname: string, value: unknown) {
	void keep(pathname, JSON.stringify(value)).catch(() => {});
}

/** Fetches a page to be kept; it is not opened by that. */
export async function keepAhead(pathname: string) {
	const answer = await fetch(`${pathname}?ahead=true`);
	if (answer.ok) keepAnswer(pathname, answer);
}

async function keptAnswer(pathname: string): Promise<Response | null> {
	try {
		const body = await kept(pathname);
		return body === undefined
			? null
			: new Response(body, { headers: { 'Content-Type': 'application/json' } });
	} catch {
		return null; // a device that keeps nothing
	}
}

/** Whether an answer is kept, so that it need not be fetched ahead. */
export const isKept = async (pathname: string) => (await keptAnswer(pathname)) !== null;
