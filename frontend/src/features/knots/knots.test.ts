import { describe, expect, it } from 'vitest';
import { placesOf } from './knots.svelte';

const knot = (id: string, source: string, teacher: string, student: string) => ({
	id,
	source,
	why: 'both-changed' as const,
	teacher,
	student
});
const copy = (copy_id: number, ...knots: ReturnType<typeof knot>[]) => ({
	copy_id,
	person_name: `Student ${copy_id}`,
	class_name: '9A',
	knots
});

describe('the places of knots', () => {
	it('gathers the knots of all students at one place, the most frequent place first', () => {
		const places = placesOf([
			copy(1, knot('k1', 'a', 'metres', 'steps')),
			copy(2, knot('k2', 'b', 'slowly', 'fast'), knot('k3', 'a', 'metres', 'feet')),
			copy(3, knot('k4', 'b', 'slowly', 'quick'), knot('k5', 'c', 'end', 'fin')),
			copy(4, knot('k6', 'b', 'slowly', 'now'))
		]);
		expect(places.map((place) => [place.teacher, place.wordings.map((one) => one.words)])).toEqual([
			['slowly', ['fast', 'quick', 'now']],
			['metres', ['steps', 'feet']],
			['end', ['fin']]
		]);
	});

	it('keeps apart what the page says differently to students on other editions', () => {
		const places = placesOf([
			copy(1, knot('k1', 'a', 'metres', 'steps')),
			copy(2, knot('k2', 'a', 'paces', 'steps'))
		]);
		expect(places).toHaveLength(2);
	});

	it('remembers whose knot it is', () => {
		const [place] = placesOf([copy(7, knot('k1', 'a', 'metres', 'steps'))]);
		expect(place?.wordings[0]).toEqual({
			copy: 7,
			knot: 'k1',
			person: 'Student 7',
			class: '9A',
			words: 'steps'
		});
	});
});
