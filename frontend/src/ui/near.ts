/** Tells when something comes near to where it can be seen: long lists draw what stands in a row only then. */
import type { Attachment } from 'svelte/attachments';

/** How far away it may still be, so that who scrolls finds it drawn. */
const AWAY = '800px';

const waiting = new WeakMap<Element, () => void>();
let watcher: IntersectionObserver | null = null;

function watched(): IntersectionObserver {
	// `scrollMargin` is for lists that scroll within the page; a browser that does not know it draws a little later.
	const reach = { rootMargin: AWAY, scrollMargin: AWAY };
	watcher ??= new IntersectionObserver((seen) => {
		for (const { isIntersecting, target } of seen) if (isIntersecting) waiting.get(target)?.();
	}, reach);
	return watcher;
}

/** Calls once, when the element is near. */
export function near(come: () => void): Attachment {
	return (element) => {
		if (typeof IntersectionObserver === 'undefined') return come();
		waiting.set(element, () => {
			watched().unobserve(element);
			come();
		});
		watched().observe(element);
		return () => watched().unobserve(element);
	};
}
