/** Two wordings, and the stretch of whole words in which they differ. */
export interface Part {
	words: string;
	differs: boolean;
}
export type Stretch = [from: number, to: number];

/** Where each of the two differs from the other, in characters. */
export function stretches(one: string, other: string): { one: Stretch; other: Stretch } {
	const a = one.split(/(\s+)/);
	const b = other.split(/(\s+)/);
	let start = 0;
	while (start < a.length && start < b.length && a[start] === b[start]) start += 1;
	let end = 0;
	while (end < a.length - start && end < b.length - start && a.at(-1 - end) === b.at(-1 - end)) end += 1;
	return { one: measured(a, start, end), other: measured(b, start, end) };
}

function measured(words: string[], start: number, end: number): Stretch {
	const from = words.slice(0, start).join('').length;
	return [from, from + words.slice(start, words.length - end).join('').length];
}

export function differing(one: string, other: string): { one: Part[]; other: Part[] } {
	const found = stretches(one, other);
	return { one: parts(one, found.one), other: parts(other, found.other) };
}

function parts(words: string, [from, to]: Stretch): Part[] {
	return [
		{ words: words.slice(0, from), differs: false },
		{ words: words.slice(from, to), differs: true },
		{ words: words.slice(to), differs: false }
	].filter((part) => part.words);
}
