/**
 * Menus and dialogs are no part of what a page waits for, and have to be there when the line is cut: they are fetched by
 * themselves once the page has come to rest. A browser keeps it in mind if that fails, so it is not tried without a line.
 */
const REST = 1500;

export function fetchSoon() {
	setTimeout(() => {
		if (!navigator.onLine) return addEventListener('online', fetchSoon, { once: true });
		void import('./MenuList.svelte').catch(() => {});
		void import('./DialogFrame.svelte').catch(() => {});
	}, REST);
}
