import { expect, it } from 'vitest';
import { comes, grouped, KINDS } from './roster';

const line = (name: string, kind: keyof typeof KINDS, before = '', class_name = '9A') => ({
	class_name,
	name,
	line: kind,
	before
});

it('puts first what needs a look, and counts who comes', () => {
	const lines = [
		line('Ada', 'new'),
		line('Ben', 'refused', 'is a teacher’s address'),
		line('Cem', 'moved', '9B')
	];
	expect(grouped(lines)[0]!.kinds.map((group) => group.kind)).toEqual(['refused', 'new', 'moved']);
	expect(comes(lines)).toBe(2);
	expect(KINDS.moved.beside(lines[2]!)).toBe('from 9B');
});

it('keeps classes apart', () => {
	expect(grouped([line('Ada', 'new'), line('Ada', 'new', '', '9B')]).map((group) => group.name)).toEqual([
		'9A',
		'9B'
	]);
});
