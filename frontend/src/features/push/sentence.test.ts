/** The law of the address: what a sentence says into it is what is read out of it. */
import { expect, it } from 'vitest';
import { USUAL } from './how';
import {
	choosing,
	fromAddress,
	NOBODY,
	NOTHING,
	SELECTOR_KINDS,
	toAddress,
	type Audience,
	type Sentence
} from './sentence';

/** A small generator of numbers that are the same in every run. */
function chance(seed: number) {
	let state = seed;
	return (below: number) => {
		state = (state * 48271) % 2147483647;
		return state % below;
	};
}

function someSentence(next: (below: number) => number): Sentence {
	const ids = () => [...new Set(Array.from({ length: next(4) }, () => 1 + next(90)))];
	const pick = <T>(things: readonly T[]): T => things[next(things.length)]!;
	let audience: Audience = {
		...NOBODY,
		without: ids(),
		only: pick(['everyone', 'has', 'lacks', 'unopened'])
	};
	for (const kind of SELECTOR_KINDS) audience = choosing(audience, kind, ids());
	return {
		pages: ids(),
		sections: ids(),
		dividers: ids(),
		audience: next(4) ? audience : null,
		how: {
			...USUAL,
			...pick([
				{},
				{ into: 7 },
				{ place: 'after', place_at: 5 },
				{ if_copy: 'second', untied: true }
			] as const)
		},
		at: pick(['', '2027-01-11T08:00']),
		again: pick([null, 12])
	};
}

it('is read out of its address as it was said into it', () => {
	const next = chance(9);
	for (let turn = 0; turn < 500; turn += 1) {
		const sentence = someSentence(next);
		expect(fromAddress(`?${toAddress(sentence)}`)).toEqual(sentence);
	}
});

it.each([...SELECTOR_KINDS])('keeps whom it names by %s', (kind) => {
	const sentence = { ...NOTHING, audience: choosing(NOBODY, kind, [3, 5]) };
	expect(fromAddress(toAddress(sentence))).toEqual(sentence);
});

it('tells nobody from nobody yet', () => {
	expect(fromAddress(toAddress({ ...NOTHING, audience: NOBODY })).audience).toEqual(NOBODY);
	expect(fromAddress(toAddress(NOTHING)).audience).toBeNull();
	expect(toAddress(NOTHING)).toBe('');
});

it.each(['pages=x.-1.0.7', 'pages=7.1e400', 'pages=7..'])('passes over what is no id: %s', (address) =>
	expect(fromAddress(address).pages).toEqual([7])
);

it('understands whom an address of an earlier release names', () => {
	const { audience } = fromAddress('?pages=7&classes=1.2&groups=&students=30&without=4');
	expect(audience).toEqual({ selectors: { class: [1, 2], notebook: [30] }, without: [4], only: 'everyone' });
});
