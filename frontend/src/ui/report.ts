/** Tells an error in the words that it carries; a session that ended leads back to signing in. */
import { Problem } from '../api/client';
import { toasts } from './toasts.svelte';

export function report(error: unknown) {
	if (error instanceof Problem) toasts.say(error.message, { hint: error.hint });
	else {
		console.error(error);
		toasts.say('Something went wrong in this window.', { hint: 'Load the page again; nothing is lost.' });
	}
}

/** Runs something and reports what goes wrong. */
export async function attempt<T>(run: () => Promise<T>): Promise<T | undefined> {
	try {
		return await run();
	} catch (error) {
		report(error);
		return undefined;
	}
}
