import { expect, it } from 'vitest';
import { asClock, soon, spelled, timeIn, written } from './when';

it('is said as one says it', () => {
	expect(spelled('2026-11-30T08:05')).toBe('Monday 30 November at 08:05');
	expect(spelled('')).toBe('a day to come');
	expect(written('America/New_York')).toBe('America/New York');
});

it.each([
	['2026-11-30T08:00Z', 'Europe/Berlin', '2026-11-30T09:00'],
	['2026-07-14T23:30Z', 'Europe/London', '2026-07-15T00:30'],
	['2026-07-14T23:30Z', 'America/St_Johns', '2026-07-14T21:00'],
	['2028-02-28T20:00Z', 'Asia/Kathmandu', '2028-02-29T01:45'],
	['2026-03-29T01:00Z', 'Europe/London', '2026-03-29T02:00']
])('the clock of a school says of %s in %s: %s', (moment, zone, clock) => {
	expect(asClock(new Date(moment), zone)).toBe(clock);
});

it('goes by its own clock where the name of a zone is newer than the browser', () => {
	const moment = new Date('2026-07-14T12:00Z');
	const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
	expect(asClock(moment, 'Mars/Olympus')).toBe(asClock(moment, here));
});

it.each([
	['?pages=1&at=2026-11-27T08:00', '2026-11-27T08:00'],
	['?pages=1', ''],
	['?at=tomorrow', ''],
	['?at=2026-13-41T99:99', ''],
	['?at=2026-11-27', '']
])('is taken from the address %s only if it is one', (search, time) => {
	expect(timeIn(search)).toBe(time);
});

it.each([
	['2026-11-26T15:00', ['2026-11-27T08:00', '2026-11-30T08:00']],
	['2026-11-29T15:00', ['2026-11-30T08:00']],
	['2026-11-30T07:00', ['2026-12-01T08:00', '2026-12-07T08:00']],
	['2026-12-31T23:59', ['2027-01-01T08:00', '2027-01-04T08:00']]
])('offers the next mornings from %s', (now, offered) => {
	expect(soon(now).map((choice) => choice.at)).toEqual(offered);
});
