import { describe, expect, it } from 'vitest';
import { linesOf } from './lines';

const section = (id: number, name: string, divider_id: number | null, order_key: string) => ({
	id,
	name,
	divider_id,
	order_key,
	own: false,
	pages: [],
	put_away: false,
	arranging: null,
	course: null
});
const divider = (id: number, name: string, divider_id: number | null, order_key: string, empty = false) => ({
	id,
	name,
	divider_id,
	order_key,
	empty
});
const read = (view: Parameters<typeof linesOf>[0]) =>
	linesOf(view).map((line) => `${'  '.repeat(line.depth)}${line.name}`);

describe('the order of a notebook', () => {
	it('reads dividers and sections in one order, nested', () => {
		const view = {
			sections: [section(1, 'Dunes', 2, 'c'), section(2, 'Tides', 1, 'b'), section(3, 'Mine', null, 'z')],
			dividers: [divider(1, 'Autumn', null, 'a'), divider(2, 'Sand', 1, 'c')]
		};
		expect(read(view)).toEqual(['Autumn', '  Tides', '  Sand', '    Dunes', 'Mine']);
	});

	it('leaves out dividers of which nothing is left, and keeps those that were given empty', () => {
		const view = {
			sections: [],
			dividers: [divider(1, 'Taken back', null, 'a'), divider(2, 'To come', null, 'b', true)]
		};
		expect(read(view)).toEqual(['To come']);
	});

	it('compares keys as they are written, small letters behind capital ones', () => {
		const view = {
			sections: [section(1, 'Second', null, 'a'), section(2, 'First', null, 'Z')],
			dividers: []
		};
		expect(read(view)).toEqual(['First', 'Second']);
	});
});
