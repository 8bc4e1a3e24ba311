/** The next part of a page that is new, seen and in its place. */

/** How far from the top of the window what is shown last may stand, in pixels. */
const SLACK = 8;

/** Brings the next of these blocks below where one is into view; behind the last comes the first. */
export function showNextNew(ids: string[]): void {
	const blocks = ids
		.map((id) => document.querySelector<HTMLElement>(`.page-body [data-id="${CSS.escape(id)}"]`))
		.filter((block) => block !== null)
		.sort((a, b) => (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1));
	const last = blocks.findIndex((block) => block === shown);
	const below = blocks.find((block) => block.getBoundingClientRect().top > SLACK);
	const next = last >= 0 ? blocks[(last + 1) % blocks.length] : (below ?? blocks[0]);
	if (!next) return;
	shown = next;
	next.scrollIntoView({ block: 'center' });
	next.animate({ outline: ['3px solid var(--thread)', '3px solid transparent'] }, 1200);
}

let shown: HTMLElement | null = null;
