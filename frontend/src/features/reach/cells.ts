/** What a number of the board means: state, flags, and how much is answered. */
export interface Cell {
	state:
		'not-given' | 'not-opened' | 'opened' | 'writing' | 'ready' | 'put-away' | 'taken-back' | 'cut-loose';
	behind: boolean;
	knotted: boolean;
	/** Tenths that are answered, 0 to 10. */
	tenths: number;
}

const STATES = [
	'not-given',
	'not-opened',
	'opened',
	'writing',
	'ready',
	'put-away',
	'taken-back',
	'cut-loose'
] as const;

export function cellOf(code: number): Cell {
	return {
		state: STATES[code & 7] ?? 'not-given',
		behind: (code & 8) !== 0,
		knotted: (code & 16) !== 0,
		tenths: code >> 5
	};
}

const WORDS = {
	'not-given': 'not given',
	'not-opened': 'not opened',
	opened: 'opened',
	writing: 'writing',
	ready: 'ready to read',
	'put-away': 'put away',
	'taken-back': 'pulled back, with writing on it',
	'cut-loose': 'cut loose, a page of their own'
};

/** A cell in words, for those who do not see it and for the line above the board. */
export function cellWords(cell: Cell): string {
	const words = [WORDS[cell.state]];
	if (cell.state === 'writing' && cell.tenths) words.push(`about ${cell.tenths} tenths answered`);
	if (cell.knotted) words.push('a knot to untie');
	if (cell.behind) words.push('behind the newest edition');
	return words.join(', ');
}

/** The totals of one page over all students. */
export interface Totals {
	given: number;
	opened: number;
	written: number;
	behind: number;
	knots: number;
	/** Written on and pulled back: these are not given any more. */
	takenBack: number;
	/** Cut loose: these are the students' own. */
	loose: number;
}

export function totalsOf(codes: number[]): Totals {
	const totals = { given: 0, opened: 0, written: 0, behind: 0, knots: 0, takenBack: 0, loose: 0 };
	for (const code of codes) {
		const cell = cellOf(code);
		if (cell.state === 'taken-back') totals.takenBack += 1;
		if (cell.state === 'cut-loose') totals.loose += 1;
		if (['not-given', 'taken-back', 'cut-loose'].includes(cell.state)) continue;
		totals.given += 1;
		if (cell.state !== 'not-opened') totals.opened += 1;
		if (cell.state === 'writing' || cell.state === 'ready') totals.written += 1;
		if (cell.behind) totals.behind += 1;
		if (cell.knotted) totals.knots += 1;
	}
	return totals;
}

export function totalWords(totals: Totals): string {
	if (totals.given === 0 && totals.loose) return `${totals.loose} cut loose`;
	if (totals.given === 0) return totals.takenBack ? 'pulled back' : 'not given to this class';
	const words = [`${totals.opened} of ${totals.given} opened`, `${totals.written} writing`];
	if (totals.behind) words.push(`${totals.behind} behind`);
	if (totals.knots) words.push(`${totals.knots} knotted`);
	if (totals.loose) words.push(`${totals.loose} cut loose`);
	if (totals.takenBack) words.push(`${totals.takenBack} pulled back`);
	return words.join(' · ');
}
