/** Days without a time: as a date field has them, and in words. */
const LONG_DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

/** A date such as 2026-12-01, which is of no time zone. */
export function longDay(date: string): string {
	return LONG_DAY.format(new Date(`${date}T12:00`));
}

/** Today, as a date field has it. */
export function dateToday(): string {
	return new Date().toLocaleDateString('sv');
}
