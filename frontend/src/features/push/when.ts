/** Times to come, as one says them. A time in a field is the reader's own; on the wire it has its zone. */

/** Such as Europe/Berlin. */
export const ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone.replace('_', ' ');

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

const two = (n: number) => String(n).padStart(2, '0');

/** As a field for date and time has it: 2026-11-30T08:00. */
export function asLocal(moment: Date): string {
	const day = `${moment.getFullYear()}-${two(moment.getMonth() + 1)}-${two(moment.getDate())}`;
	return `${day}T${two(moment.getHours())}:${two(moment.getMinutes())}`;
}

/** The moment that a field means. An hour that a change of clocks leaves out is the one after it. */
export const momentOf = (at: string) => new Date(at).toISOString();

/** The time that an address names; empty, if it names none that is one. */
export function timeIn(search: string): string {
	const named = new URLSearchParams(search).get('at') ?? '';
	const isTime = /^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(named) && !Number.isNaN(new Date(named).valueOf());
	return isTime ? named : '';
}

/** Monday 30 November at 08:00. */
export function spelled(at: string): string {
	const moment = new Date(at);
	if (Number.isNaN(moment.valueOf())) return 'a day to come';
	return `${DAY.format(moment).replace(',', '')} at ${TIME.format(moment)}`;
}

/** What is chosen most: tomorrow morning, and the next Monday's. */
export function soon(now: Date): { words: string; at: string }[] {
	const morning = (days: number) => new Date(now.getFullYear(), now.getMonth(), now.getDate() + days, 8);
	const toMonday = (8 - now.getDay()) % 7 || 7;
	const found = [{ words: 'Tomorrow at 08:00', at: asLocal(morning(1)) }];
	if (toMonday > 1) found.push({ words: 'Monday at 08:00', at: asLocal(morning(toMonday)) });
	return found;
}
