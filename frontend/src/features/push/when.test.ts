import { expect, it } from 'vitest';
import { asLocal, momentOf, soon, spelled, timeIn } from './when';

it('is said as one says it', () => {
	expect(spelled('2026-11-30T08:05')).toBe('Monday 30 November at 08:05');
	expect(spelled('')).toBe('a day to come');
});

it('goes over the wire with its zone, and comes back as the same', () => {
	for (const at of ['2026-01-01T00:00', '2026-07-14T23:59', '2028-02-29T12:30'])
		expect(asLocal(new Date(momentOf(at)))).toBe(at);
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
	expect(soon(new Date(now)).map((choice) => choice.at)).toEqual(offered);
});
