/** Times to come, as one says them. They are by the school's clock, wherever the reader is. */

const DAY = new Intl.DateTimeFormat('en-GB', {
	weekday: 'long',
	day: 'numeric',
	month: 'long',
	timeZone: 'UTC'
});
const DAYS = 24 * 60 * 60 * 1000;

/** Such as Europe/Berlin, as one writes it. */
export const written = (zone: string) => zone.replaceAll('_', ' ');

/** What the school's clock says at a moment, as a field for date and time has it: 2026-11-30T08:00. */
export function asClock(moment: Date, zone: string): string {
	const parts = formatFor(zone).formatToParts(moment);
	const said = Object.fromEntries(parts.map(({ type, value }) => [type, value]));
	return `${said.year}-${said.month}-${said.day}T${said.hour}:${said.minute}`;
}

/** A browser that is older than the name of a zone goes by its own clock: a place has one or the other as a rule. */
function formatFor(timeZone: string): Intl.DateTimeFormat {
	const two = '2-digit' as const;
	const parts = {
		year: 'numeric',
		month: two,
		day: two,
		hour: two,
		minute: two,
		hourCycle: 'h23'
	} as const;
	try {
		return new Intl.DateTimeFormat('en', { ...parts, timeZone });
	} catch {
		return new Intl.DateTimeFormat('en', parts);
	}
}

/** The time that an address names; empty, if it names none that is one. */
export function timeIn(search: string): string {
	const named = new URLSearchParams(search).get('at') ?? '';
	const isTime = /^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(named) && !Number.isNaN(new Date(named).valueOf());
	return isTime ? named : '';
}

/** Monday 30 November at 08:00. */
export function spelled(clock: string): string {
	const day = new Date(`${clock}Z`);
	if (Number.isNaN(day.valueOf())) return 'a day to come';
	return `${DAY.format(day).replace(',', '')} at ${clock.slice(11, 16)}`;
}

/** What is chosen most: tomorrow morning, and the next Monday's. */
export function soon(now: string): { words: string; at: string }[] {
	const today = new Date(`${now.slice(0, 10)}T00:00Z`);
	const morning = (days: number) =>
		`${new Date(today.valueOf() + days * DAYS).toISOString().slice(0, 10)}T08:00`;
	const toMonday = (8 - today.getUTCDay()) % 7 || 7;
	const found = [{ words: 'Tomorrow at 08:00', at: morning(1) }];
	if (toMonday > 1) found.push({ words: 'Monday at 08:00', at: morning(toMonday) });
	return found;
}
