import { expect, it } from 'vitest';
import { differing } from './differing';

const told = (one: string, other: string) => {
	const parts = differing(one, other);
	const show = (side: typeof parts.one) => side.map((p) => (p.differs ? `[${p.words}]` : p.words)).join('');
	return [show(parts.one), show(parts.other)];
};

it.each([
	['Stay ten metres away.', 'Stay six metres away.', 'Stay [ten] metres away.', 'Stay [six] metres away.'],
	['', 'All mine.', '', '[All mine.]'],
	['Same.', 'Same.', 'Same.', 'Same.'],
	['a b', 'a b c', 'a b', 'a b[ c]']
])('%j and %j', (one, other, first, second) => expect(told(one, other)).toEqual([first, second]));
