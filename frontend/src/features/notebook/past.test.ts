import { describe, expect, it } from 'vitest';
import { told, type Moment } from './past.svelte';

const moment = (cause: Moment['cause'], ...changed: string[]): Moment => ({
	revision: 3,
	made_at: '2026-11-24T10:12:00Z',
	made_by: 'Ada Nwosu',
	by_student: true,
	cause,
	edition: 2,
	changed
});

describe('a moment of the past', () => {
	it.each([
		['given', 'student', 'Edition 2 was given'],
		['student', 'student', 'You wrote'],
		['student', 'reader', 'Ada Nwosu wrote'],
		['push', 'student', 'Edition 2 was woven in'],
		['back', 'reader', 'Ada Nwosu went back'],
		['untied', 'student', 'You untied a knot']
	] as const)('%s, for the %s: %s', (cause, hand, head) => expect(told(moment(cause), hand).head).toBe(head));

	it('names the teacher who untied a knot', () => {
		const byTeacher = { ...moment('untied'), made_by: 'Ngozi Okafor', by_student: false };
		expect(told(byTeacher, 'student').head).toBe('Ngozi Okafor untied a knot');
	});
	it('says what it changed, and not too much of it', () =>
		expect(told(moment('push', 'a', 'b', 'c', 'd'), 'student').under).toBe('a, b and 2 more'));
	it('says the same only once', () =>
		expect(told(moment('push', 'a new task', 'a new task'), 'student').under).toBe('2 new tasks'));
});
