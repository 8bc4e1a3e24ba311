import { expect, it } from 'vitest';
import { begunOf, timesHere } from './times';

const at = (date: string) => `2026-${date}T08:00:00Z`;
const begun = Date.parse(at('09-01'));

it.each([
	[[at('09-01')], [null], ''],
	[[at('09-05')], [null], ''],
	[[at('10-12')], [null], 'joined on Mon 12 Oct'],
	[
		[at('09-01'), at('10-12')],
		[at('09-20'), null],
		'again since Mon 12 Oct; here before from Tue 1 Sept to Sun 20 Sept'
	],
	[
		[at('09-01'), at('10-12'), at('11-02')],
		[at('09-20'), at('10-20'), null],
		'again since Mon 2 Nov; here before from Tue 1 Sept to Sun 20 Sept, and from Mon 12 Oct to Tue 20 Oct'
	]
])('says of who was here since %s until %s: “%s”', (since, until, said) => {
	expect(timesHere({ since, until }, begun)).toBe(said);
});

it('takes the first who came as the day on which the class began', () => {
	const came = [['10-12'], ['09-01', '10-02']].map((days) => ({ since: days.map(at), until: [] }));
	expect(begunOf(came)).toBe(begun);
});
