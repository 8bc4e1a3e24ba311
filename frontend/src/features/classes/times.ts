/** When somebody was in a class, for those of whom it is worth a word. */
import { day } from '../../ui/words';

const A_WEEK = 7 * 24 * 3600 * 1000;

interface Times {
	since: string[];
	until: (string | null)[];
}

/** Nothing for who has been here from the first week on. `begun`: when the first of the class came. */
export function timesHere({ since, until }: Times, begun: number): string {
	const before = since.slice(0, -1).map((from, at) => `${day(from)} to ${day(until[at] ?? from)}`);
	const last = since.at(-1);
	if (!last) return '';
	if (before.length) return `again since ${day(last)}; here before from ${before.join(', and from ')}`;
	return Date.parse(last) - begun > A_WEEK ? `joined on ${day(last)}` : '';
}

export function begunOf(students: Times[]): number {
	return Math.min(...students.flatMap((student) => student.since.map((moment) => Date.parse(moment))));
}
