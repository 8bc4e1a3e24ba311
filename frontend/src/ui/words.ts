/** Small pieces of language. */
export function count(n: number, one: string, many = `${one}s`): string {
	return `${n.toLocaleString('en')} ${n === 1 ? one : many}`;
}

export function list(names: string[], most = 3): string {
	const shown =
		names.length > most ? [...names.slice(0, most - 1), `${names.length - most + 1} more`] : names;
	if (shown.length < 2) return shown[0] ?? '';
	return `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`;
}

/** Of words such as “a new place to answer” or “a task is gone”, said of several. */
export function manyOf(words: string, n: number): string {
	const parts = /^an? (new )?(\S+)(.*?)( is gone)?$/.exec(words);
	if (!parts || !(parts[1] || parts[4])) return `${words} (${n})`;
	const [, fresh = '', first, rest = '', gone] = parts;
	const where = /^( [a-z]+)?( (?:to|of|across) .*)?$/.exec(rest);
	const noun = where ? `${first}${where[1] ?? ''}s${where[2] ?? ''}` : `${first}${rest}s`;
	return `${n} ${fresh}${noun}${gone ? ' are gone' : ''}`;
}

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

export function day(moment: string): string {
	return DAY.format(new Date(moment));
}

export function dayAndTime(moment: string): string {
	return `${day(moment)}, ${TIME.format(new Date(moment))}`;
}
