/** Where the grip of a block goes: beside its first line, between the thread and the words. */

/** How far its middle is left of the words, and where the middle of a first line is, in pixels. */
const BESIDE = 7;
const FIRST_LINE = 14;
/** The margin of a page that has no block to ask. */
const MARGIN = 22;

export function gripPlace(block: HTMLElement, frame: HTMLElement): { left: number; top: number } {
	const [box, from] = [block.getBoundingClientRect(), frame.getBoundingClientRect()];
	const margin = parseFloat(getComputedStyle(frame.querySelector('.page-body > *') ?? frame).paddingLeft);
	// A table has a handle of its own beside its rows: the grip is over its corner.
	const isTable = block.querySelector(':scope > table') !== null;
	const down = isTable ? -9 : FIRST_LINE + parseFloat(getComputedStyle(block).paddingTop);
	return { left: (margin || MARGIN) - BESIDE, top: box.top - from.top + down };
}
