/**
 * Menus, dialogs and the page's own tools are no part of what is waited for, and have to be there when the line is cut:
 * they are fetched by themselves once all has come to rest. A browser keeps it in mind if that fails, so it is not tried
 * without a line.
 */
const REST = 1500;

export function soon(fetched: () => Promise<unknown>) {
	setTimeout(() => {
		if (!navigator.onLine) return addEventListener('online', () => soon(fetched), { once: true });
		void fetched().catch(() => {});
	}, REST);
}

export function fetchSoon() {
	soon(() => import('./MenuList.svelte'));
	soon(() => import('./DialogFrame.svelte'));
}
