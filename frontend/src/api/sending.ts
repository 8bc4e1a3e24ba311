/**
 * One request as it goes out: asked again where the server is busy or starts anew, and with the session that holds now.
 *
 * Who signs in again in another window has another proof from then on; this window learns it by itself, unless somebody
 * else has signed in: nothing of one person's is ever sent as another's.
 */
import { answeredAhead } from './ahead';
import { after, patience } from '../ui/patience';

/** A notebook's list, the pages that are opened in it, who is signed in: what `keeping.ts` keeps on the device. */
const KEPT =
	/^\/api\/(session|notebooks(\/\d+(\/reading(\/\d+)?|\/templates)?)?|copies\/\d+|pages\/\d+\/way)$/;
const TIMES = 4;
const BUSY = 503;
export const PROOF = 'X-Red-Thread-Proof';

let proof = '';
let person = 0;

/** Who this window is, from now on. */
export function beSomebody(id: number, theirProof: string) {
	person = id;
	proof = theirProof;
}

export const proofNow = () => proof;

export async function sending(request: Request): Promise<Response> {
	const spare = request.clone();
	const answer = request.method === 'GET' ? await patiently(request) : await fetch(request);
	if (answer.status !== 403 || !(await isStale(answer))) return answer;
	if (!(await renew())) return new Response(null, { status: 401 });
	spare.headers.set(PROOF, proof);
	return fetch(spare);
}

/** Reading changes nothing: it may be asked for as often as it takes. */
async function patiently(request: Request): Promise<Response> {
	const answer = (async () => (await answeredAhead(request)) ?? untilAnswered(request))();
	const { pathname } = new URL(request.url);
	if (!KEPT.test(pathname)) return answer;
	answer.catch(() => {}); // somebody waits for it as soon as the other is there
	const keeping = await import('./keeping').catch(() => null);
	return keeping ? keeping.orKept(pathname, answer) : answer;
}

async function untilAnswered(request: Request): Promise<Response> {
	for (let failed = 0; ; failed++) {
		const answer = await fetch(request.clone());
		if (answer.status !== BUSY || failed >= TIMES) return answer;
		await after(patience(failed) / 2);
	}
}

async function isStale(answer: Response): Promise<boolean> {
	const told = (await answer
		.clone()
		.json()
		.catch(() => null)) as { title?: string } | null;
	return told?.title === 'StaleProof';
}

export async function renew(): Promise<boolean> {
	const answer = await fetch(new Request('/api/session'));
	if (!answer.ok) return false;
	const now = (await answer.json()) as { person: { id: number }; proof: string };
	if (now.person.id !== person) return false;
	proof = now.proof;
	return true;
}
