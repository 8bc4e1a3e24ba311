import { expect, it } from 'vitest';
import { meantBy, type Offered } from './typed';

const offered: Offered = {
	classes: [
		{ id: 1, name: '9A' },
		{ id: 2, name: '9B' },
		{ id: 3, name: '9C' },
		{ id: 4, name: 'Year 10 x' }
	],
	groups: [{ id: 7, name: 'Boat crew' }],
	students: [
		{ id: 11, name: 'Ada Nwosu', class_id: 2 },
		{ id: 12, name: 'Ada Lind', class_id: 1 },
		{ id: 13, name: 'Jonah Pike', class_id: 2 },
		{ id: 14, name: 'Çelik Özdemir', class_id: 1 },
		{ id: 15, name: 'Bea Thornton', class_id: 3 },
		{ id: 16, name: 'Mei Lin Chua', class_id: 3 }
	]
};
const NOBODY = { classes: [], groups: [], singles: [], without: [], unclear: [] };

it.each([
	['', {}],
	['9a', { classes: [1] }],
	['9a b', { classes: [1, 2] }],
	['9A, B and c', { classes: [1, 2, 3] }],
	['all', { classes: [1, 2, 3, 4] }],
	['year10x', { classes: [4] }],
	['9a 9a', { classes: [1] }],
	['b', { singles: [15], classes: [], unclear: [], groups: [] }, 'students only'],
	['boat', { groups: [7] }],
	['boat crew, 9c', { classes: [3], groups: [7] }],
	['jonah', { singles: [13] }],
	['ada', { unclear: ['ada'] }],
	['ada n', { singles: [11] }],
	['celik', { singles: [14] }],
	['mei chua bea', { singles: [16, 15] }],
	['9b minus ada', { classes: [2], without: [11] }],
	['9a b minus ada n jonah', { classes: [1, 2], without: [11, 13] }],
	['9a b without ada', { classes: [1, 2], unclear: ['ada'] }],
	['9a - çelik', { classes: [1], without: [14] }],
	['all minus nobody here', { classes: [1, 2, 3, 4], unclear: ['nobody', 'here'] }],
	['9z', { unclear: ['9z'] }]
] as const)('“%s”', (typed, meant, students?: string) => {
	const asked = students ? { ...offered, groups: [] } : offered;
	expect(meantBy(typed, asked)).toEqual({ ...NOBODY, ...meant });
});

it('reads whatever is typed to an end', () => {
	for (const typed of ['minus', ' - - ', 'minus minus ada', ',,;', '9a'.repeat(400), 'a '.repeat(500)])
		expect(meantBy(typed, offered).without).toBeDefined();
});
