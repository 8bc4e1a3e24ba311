/** Whom a teacher means by a few letters: “9a b minus ada, jonah p”. Nothing is guessed: what could be two is not taken. */

interface Named {
	id: number;
	name: string;
}

export interface Offered {
	classes: Named[];
	groups: Named[];
	students: (Named & { class_id: number })[];
}

export interface Meant {
	classes: number[];
	groups: number[];
	singles: number[];
	without: number[];
	/** What could not be understood, as it was typed. */
	unclear: string[];
}

const MINUS = /(?:^|\s)(?:minus|without|not|but|−|–|-)(?=\s)/iu;
const ALL = new Set(['all', 'everyone', 'everybody']);
const BETWEEN = new Set(['and', '&', '+']);

const fold = (words: string) => words.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
const parts = (words: string) =>
	words
		.split(/[\s,;]+/u)
		.filter((part) => part && !BETWEEN.has(part.toLowerCase()))
		.map(fold);

export function meantBy(typed: string, offered: Offered): Meant {
	const [named = '', ...left] = typed.split(MINUS);
	const meant: Meant = { classes: [], groups: [], singles: [], without: [], unclear: [] };
	readNamed(parts(named), offered, meant);
	const among = offered.students.filter((one) => meant.classes.includes(one.class_id));
	readNames(parts(left.join(' ')), among.length ? among : offered.students, meant.without, meant.unclear);
	return meant;
}

function readNamed(words: string[], offered: Offered, meant: Meant) {
	let before = '';
	for (let k = 0; k < words.length;) {
		const word = words[k]!;
		const found = ALL.has(word) ? offered.classes : classOf(word, before, offered.classes);
		if (found.length) {
			add(meant.classes, ...found.map((one) => one.id));
			before = fold(found.at(-1)!.name);
			k += 1;
			continue;
		}
		const group = longest(words, k, offered.groups);
		const student = group ?? longest(words, k, offered.students);
		if (!student) meant.unclear.push(word);
		else add(group ? meant.groups : meant.singles, student.one.id);
		k += student?.taken ?? 1;
	}
}

/** A class by its name, or by its end alone behind another that begins like it: “9a b” are 9A and 9B. */
function classOf(word: string, before: string, classes: Named[]): Named[] {
	const whole = classes.filter((one) => fold(one.name).replace(/\s/gu, '') === word);
	if (whole.length || !before) return whole;
	return classes.filter((one) => fold(one.name) === before.slice(0, -word.length) + word);
}

function readNames(words: string[], students: Named[], into: number[], unclear: string[]) {
	for (let k = 0; k < words.length;) {
		const found = longest(words, k, students);
		if (found) add(into, found.one.id);
		else unclear.push(words[k]!);
		k += found?.taken ?? 1;
	}
}

/** The one that as many words as possible from here on begin the names of; none if they begin those of several. */
function longest(words: string[], from: number, named: Named[]): { one: Named; taken: number } | null {
	for (let taken = Math.min(4, words.length - from); taken > 0; taken -= 1) {
		const found = named.filter((one) => begins(words.slice(from, from + taken), parts(one.name)));
		if (found.length === 1) return { one: found[0]!, taken };
	}
	return null;
}

/** Whether each of the words begins one of the names, in order. */
function begins(words: string[], names: string[]): boolean {
	let at = 0;
	return words.every((word) => {
		while (at < names.length && !names[at]!.startsWith(word)) at += 1;
		return at++ < names.length;
	});
}

function add(ids: number[], ...more: number[]) {
	for (const id of more) if (!ids.includes(id)) ids.push(id);
}
