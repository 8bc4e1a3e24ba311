/** What can be done with a row of the outline, as its menu says it. */
import type { Display } from '../../api/display';
import type { Kind, Row } from './rows';

export interface Doing {
	move: (step: -1 | 1) => void;
	takeOut: () => void;
	rename: () => void;
	push: () => void;
	/** As such, without the pages that are in it. */
	pushEmpty: () => void;
	choose: () => void;
	/** Under wraps, on display, or neither. */
	show: (display: Display) => void;
	/** A link, to be put where students are. */
	copyLink: () => void;
	/** As a file. */
	print: () => void;
	/** One more just as it is, right behind it. */
	again: () => void;
	/** Pages like it. */
	many: () => void;
	/** Something new: inside it, or tucked under a page. */
	add: (kind: Kind) => void;
}

export interface Choice {
	words: string;
	keys?: string;
	run: () => void;
}

/** `reads`: for those who read along, and change nothing. */
export function choicesOf(row: Row, doing: Doing, reads = false): Choice[] {
	const common = [
		{ words: 'Move up', keys: 'Alt ↑', run: () => doing.move(-1) },
		{ words: 'Move down', keys: 'Alt ↓', run: () => doing.move(1) },
		{ words: 'Take out', keys: 'Delete', run: doing.takeOut }
	];
	const print = { words: 'Print', run: doing.print };
	const link = { words: 'Copy its link', run: doing.copyLink };
	if (reads) return row.kind === 'page' ? [link, print] : row.kind === 'section' ? [print] : [];
	const empty = { words: 'Push it empty', run: doing.pushEmpty };
	const rename = { words: 'Rename', keys: 'F2', run: doing.rename };
	const shown = displays(row, doing);
	if (row.kind === 'page') {
		return [
			{ words: 'Push this page', run: doing.push },
			{ words: 'Choose, to push several', keys: 'X', run: doing.choose },
			{ words: 'Another just like it', run: doing.again },
			{ words: 'Make more like it', run: doing.many },
			{ words: 'New page tucked under it', run: () => doing.add('page') },
			rename,
			link,
			...shown,
			print,
			...common
		];
	}
	if (row.kind === 'section') {
		const page = { words: 'New page', run: () => doing.add('page') };
		return [
			page,
			{ words: 'Push all its pages', run: doing.push },
			empty,
			...shown,
			print,
			rename,
			...common
		];
	}
	return [
		{ words: 'New section', run: () => doing.add('section') },
		{ words: 'New divider inside it', run: () => doing.add('divider') },
		{ words: 'Push all its pages', run: doing.push },
		empty,
		rename,
		...common
	];
}

function displays({ display }: Row, doing: Doing): Choice[] {
	const put = (words: string, to: Display) => ({ words, run: () => doing.show(to) });
	return [
		display === 'wraps' ? put('Unwrap it', 'ordinary') : put('Put it under wraps', 'wraps'),
		display === 'display' ? put('Take it off display', 'ordinary') : put('Put it on display', 'display')
	];
}
