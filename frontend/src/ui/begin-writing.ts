/** A page that was made just now is opened to be written on: its caret stands in it, not on the button that made it. */
let made = '';

/** `place`: as of the page's writing, such as `copy/5`. */
export function beginWritingAt(place: string) {
	made = place;
}

/** Whether the page was made just now; asked once. */
export function beginsWriting(place: string): boolean {
	const begins = made === place;
	if (begins) made = '';
	return begins;
}
