/** How far the server has come with a file that one sent: asked for while one waits. */
import { api, ask, type Schemas } from '../api/client';
import { randomName } from './random-name';

export type Progress = Schemas['ProgressOut'];
const EVERY = 500;

/** A key by which nobody else asks. */
const newKey = () => randomName(12);

/** Does the work under a key, and tells how far it has come, as far as that is known. */
export async function watching<T>(work: (watch: string) => Promise<T>, hear: (progress: Progress) => void) {
	const watch = newKey();
	const look = async () => {
		// What is not known is not told; the work itself says what goes wrong.
		const progress = await ask(api.GET('/api/watched/{watch}', { params: { path: { watch } } })).catch(
			() => null
		);
		if (progress?.of) hear(progress);
	};
	const timer = setInterval(() => void look(), EVERY);
	try {
		return await work(watch);
	} finally {
		clearInterval(timer);
	}
}
