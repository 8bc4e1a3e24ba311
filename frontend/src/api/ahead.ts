/**
 * What the opened address will ask for first, asked before the view that asks for it has been fetched: on a slow line
 * the two come at the same time instead of one after the other.
 */
const ANSWERS: [RegExp, (ids: string[]) => string[]][] = [
	[/^\/notebook\/(\d+)$/, ([notebook]) => [`/api/notebooks/${notebook}`]],
	[
		/^\/notebook\/(\d+)\/page\/(\d+)$/,
		([notebook, copy]) => [`/api/notebooks/${notebook}`, `/api/copies/${copy}`]
	]
];
const coming = new Map<string, Promise<Response | null>>();

export function askAhead(pathname: string) {
	for (const [address, asks] of ANSWERS) {
		const ids = address.exec(pathname)?.slice(1);
		if (ids) for (const path of asks(ids)) coming.set(path, answered(path));
	}
}

/** The answer that was asked for ahead, once; null if there is none, or if it was an error. */
export async function answeredAhead(request: Request): Promise<Response | null> {
	const { pathname } = new URL(request.url);
	const answer = coming.get(pathname) ?? null;
	coming.delete(pathname);
	return answer;
}

const answered = (path: string) =>
	fetch(new Request(path)).then(
		(answer) => (answer.ok ? answer : null),
		() => null
	);
