/**
 * A view that has just come takes the focus to its heading, so that whoever hears the screen or works by keys is where
 * the view begins. Whoever writes, walks through the outline or has a dialog open stays there.
 */
const KEEPS = 'input, textarea, select, [contenteditable=true], [role=treeitem], [role=dialog] *';

const heading = () =>
	[...document.querySelectorAll<HTMLElement>('h1')].find((title) => title.checkVisibility());

/** Puts the focus on the heading of the view; false as long as there is none. */
export function toHeading(): boolean {
	const title = heading();
	if (!title) return false;
	title.tabIndex = -1;
	title.focus({ preventScroll: true });
	return true;
}

/** Waits for the heading of the view at this address. Gives what ends the waiting: a key, a press or the next view. */
export function arrive(): () => void {
	const stopped = new AbortController();
	const watch = new MutationObserver(settle);
	const stop = () => {
		stopped.abort();
		watch.disconnect();
	};
	function settle() {
		if (document.activeElement?.matches(KEEPS) || toHeading()) stop();
	}
	for (const act of ['keydown', 'pointerdown'])
		addEventListener(act, stop, { signal: stopped.signal, capture: true });
	// The view before this one is still there until the next frame.
	requestAnimationFrame(() => {
		if (stopped.signal.aborted) return;
		watch.observe(document.body, { childList: true, subtree: true });
		settle();
	});
	return stop;
}
