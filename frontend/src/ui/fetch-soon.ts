/**
 * Menus, dialogs and the page's own tools are no part of what is waited for, and have to be there when the line is cut:
 * they are fetched by themselves once all has come to rest. A browser keeps it in mind if that fails, so it is not tried
 * without a line.
 */
import { ALWAYS, LETTERS } from './storage';

const REST = 1500;
/** After that it is fetched even where no page has come. */
const LONGEST = 10_000;

let stands = () => {};
/** On a slow line nothing may come before the page that was opened; any other view is light. */
export const opensPage = /\/page\//.test(location.pathname);
const inSight = opensPage
	? new Promise<void>((resolve) => {
			stands = resolve;
			setTimeout(resolve, LONGEST);
		})
	: Promise.resolve();

/** A page stands on the screen. */
export const pageStands = () => stands();

export function soon(fetched: () => Promise<unknown>) {
	void inSight.then(() => setTimeout(() => byItself(fetched), REST));
}

/** What comes without anybody having asked for it: now, or once there is a line. Nobody is told that it does not. */
export function byItself<T>(fetched: () => Promise<T>): Promise<T> {
	return new Promise((resolve) => {
		const attempt = () => {
			if (navigator.onLine || navigator.serviceWorker?.controller) fetched().then(resolve, later);
			else later();
		};
		const later = () => addEventListener('online', attempt, { once: true });
		attempt();
	});
}

export function fetchSoon() {
	soon(() => import('./MenuList.svelte'));
	soon(() => import('./DialogFrame.svelte'));
}

/** The faces of letters: at once where this browser has had them before, so that none change under one's eyes. */
export function fetchLetters() {
	const fetched = async () => {
		await import('../letters.css');
		ALWAYS.set(LETTERS, 'here');
	};
	void (ALWAYS.get(LETTERS) ? fetched() : inSight.then(fetched)).catch(() => {});
}
