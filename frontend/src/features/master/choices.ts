/** What can be done with a row of the outline, as its menu says it. */
import type { Kind, Row } from './rows';

interface Doing {
	move: (step: -1 | 1) => void;
	takeOut: () => void;
	rename: () => void;
	push: () => void;
	choose: () => void;
	/** Something new: inside it, or tucked under a page. */
	add: (kind: Kind) => void;
}

export interface Choice {
	words: string;
	keys?: string;
	run: () => void;
}

export function choicesOf(row: Row, doing: Doing): Choice[] {
	const common = [
		{ words: 'Move up', keys: 'Alt ↑', run: () => doing.move(-1) },
		{ words: 'Move down', keys: 'Alt ↓', run: () => doing.move(1) },
		{ words: 'Take out', keys: 'Delete', run: doing.takeOut }
	];
	const rename = { words: 'Rename', keys: 'F2', run: doing.rename };
	if (row.kind === 'page') {
		return [
			{ words: 'Push this page', run: doing.push },
			{ words: 'Choose, to push several', keys: 'X', run: doing.choose },
			{ words: 'New page tucked under it', run: () => doing.add('page') },
			...common
		];
	}
	if (row.kind === 'section') {
		const page = { words: 'New page', run: () => doing.add('page') };
		return [page, { words: 'Push all its pages', run: doing.push }, rename, ...common];
	}
	return [{ words: 'New section', run: () => doing.add('section') }, rename, ...common];
}
