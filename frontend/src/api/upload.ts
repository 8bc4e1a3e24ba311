/** Sends a file and tells how much of it has gone; asked again by who calls, for it may take hours until there is a line. */
import { asProblem, Problem } from './client';
import { PROOF, proofNow, renew } from './sending';

/** `hear`: the share that has gone, from 0 to 1. Throws a Problem; status 0: the server could not be reached. */
export async function upload<T>(address: string, file: File, hear: (share: number) => void): Promise<T> {
	let answer = await once(address, file, hear);
	if (answer.status === 403 && (await renew())) answer = await once(address, file, hear);
	if (answer.status >= 200 && answer.status < 300) return answer.told as T;
	throw asProblem(answer.status, answer.told);
}

interface Answer {
	status: number;
	told: unknown;
}

function once(address: string, file: File, hear: (share: number) => void): Promise<Answer> {
	// `fetch` tells nothing of what has gone.
	const request = new XMLHttpRequest();
	const body = new FormData();
	body.append('file', file);
	return new Promise((done, failed) => {
		request.upload.onprogress = ({ loaded, total }) => hear(total ? loaded / total : 0);
		request.onload = () => done({ status: request.status, told: parsed(request.responseText) });
		request.onerror = request.onabort = () =>
			failed(new Problem(0, 'Red Thread cannot be reached just now.', 'It is sent as soon as it can be.'));
		request.open('POST', address);
		request.setRequestHeader(PROOF, proofNow());
		request.send(body);
	});
}

function parsed(text: string): unknown {
	try {
		return JSON.parse(text) as unknown;
	} catch {
		return {};
	}
}
