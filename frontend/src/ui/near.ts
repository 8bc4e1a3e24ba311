/** Tells when something comes near to where it can be seen: long lists draw what stands in a row only then. */
import type { Attachment } from 'svelte/attachments';

/** How far away it may still be, so that who scrolls finds it drawn. */
const AWAY = '800px';

const waiting = new WeakMap<Element, () => void>();
const watchers = new WeakMap<Node, IntersectionObserver>();

/** What scrolls it: only of that a browser takes a margin for what is not in sight yet. */
export function scrolls(element: Element): Element | Document {
	for (let above = element.parentElement; above; above = above.parentElement)
		if (/auto|scroll/.test(getComputedStyle(above).overflowY)) return above;
	return document;
}

function watcherIn(root: Element | Document): IntersectionObserver {
	const found = watchers.get(root) ?? new IntersectionObserver(told, { root, rootMargin: AWAY });
	watchers.set(root, found);
	return found;
}

function told(seen: IntersectionObserverEntry[]) {
	for (const { isIntersecting, target } of seen) if (isIntersecting) waiting.get(target)?.();
}

/** Calls once, when the element is near. */
export function near(come: () => void): Attachment {
	return (element) => {
		if (typeof IntersectionObserver === 'undefined') return come();
		const watcher = watcherIn(scrolls(element));
		waiting.set(element, () => {
			watcher.unobserve(element);
			come();
		});
		watcher.observe(element);
		return () => watcher.unobserve(element);
	};
}
