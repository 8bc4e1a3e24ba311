import { describe, expect, it } from 'vitest';
import { afterwards, failedAgain, undoneWords } from './afterwards';

const push = { kind: 'push', undone_at: null, students: 84, students_done: 84, counts: {} };
const rows = [{ changes: true, notebook_ids: [1, 2] }];
const say = (other: object) =>
	afterwards({ push: { ...push, ...other }, rows } as unknown as Parameters<typeof afterwards>[0]);

describe('what is said afterwards', () => {
	it.each([
		[{}, 'Done: 84 students of 84. Everyone has it.'],
		[
			{ counts: { failed: 1 } },
			'Done: 84 students of 84. 1 row failed; everything else is where it should be.'
		],
		[{ counts: { held: 2 } }, 'Done: 84 students of 84. 2 rows were held; the reasons stand below.'],
		[
			{ counts: { 'put-away': 3 } },
			'Done: 84 students of 84. For 3 students it rests in the drawer, brought up to date there.'
		],
		[{ kind: 'pull-back' }, 'Done: 2 students have it no more. Nothing that they wrote is lost.']
	])('%j', (other, words) => expect(say(other)).toBe(words));

	it.each([
		[{ back: 84, stays: 0, besides: 0 }, '84 pages are as before.'],
		[{ back: 1, stays: 1, besides: 0 }, '1 page is as before. 1 has moved on since and stays as it is.'],
		[{ back: 0, stays: 2, besides: 0 }, '0 pages are as before. 2 have moved on since and stay as they are.'],
		[
			{ back: 1, stays: 0, besides: 2 },
			'1 page is as before. 2 more were taken back too, with what was written on them.'
		]
	])('undone %j', (undone, words) => expect(undoneWords(undone)).toBe(words));
});

it('tries again what failed, and nothing else', () => {
	const row = (outcome: string, page_id: number, notebook_ids: number[]) =>
		({ outcome, page_id, notebook_ids }) as never;
	expect(failedAgain([row('placed', 1, [1, 2])])).toBeNull();
	const rows = [row('failed', 1, [3]), row('merged', 1, [4]), row('failed', 2, [3, 5])];
	expect(failedAgain(rows)).toMatchObject({ pages: [1, 2], audience: { selectors: { notebook: [3, 5] } } });
});
