/** Has the application kept on this device, where the browser lets it: on a secure address. Begun once, by loading this. */
export {};

/** Milliseconds after all that the opened view waits for: what is kept for later takes nothing from now. */
const AFTER = 2000;

if ('serviceWorker' in navigator && import.meta.env.PROD)
	setTimeout(() => void navigator.serviceWorker.register('/worker.js').catch(() => {}), AFTER);
