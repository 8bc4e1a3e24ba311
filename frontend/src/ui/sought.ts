/** What is looked for in a list: by letters, or, as “log 1-5”, by letters and the numbers behind them. */
const RANGE = /^(.*?)\s*(\d{1,6})\s*[-–]\s*(\d{1,6})$/;

/** Whether words are among what was typed. */
export function seeker(typed: string): (words: string) => boolean {
	const sought = typed.trim().toLowerCase();
	const range = RANGE.exec(sought);
	if (!range) return (words) => words.toLowerCase().includes(sought);
	const [, letters = '', from, to] = range;
	return (words) => {
		const at = words.toLowerCase().indexOf(letters);
		const number = at < 0 ? null : /\d+/.exec(words.slice(at + letters.length));
		return (
			words.toLowerCase().includes(sought) || (number !== null && isBetween(Number(number[0]), from, to))
		);
	};
}

const isBetween = (number: number, from?: string, to?: string) =>
	number >= Number(from) && number <= Number(to);
