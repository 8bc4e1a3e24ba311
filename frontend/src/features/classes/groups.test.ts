import { expect, it } from 'vitest';
import { GroupsState, union } from './groups.svelte';

it('adds whole classes and groups, each student once', () => {
	const state = new GroupsState(1);
	state.students = [
		{ id: 1, words: 'Ada', under: '9A' },
		{ id: 2, words: 'Ben', under: '9B' },
		{ id: 3, words: 'Cleo', under: '9A' }
	];
	state.groups = [{ id: 7, name: 'Boat crew', notebook_ids: [2, 3] }];
	expect(state.wholes).toEqual([
		{ name: '9A', ids: [1, 3] },
		{ name: '9B', ids: [2] },
		{ name: 'Boat crew', ids: [2, 3] }
	]);
	expect(union([1, 3], state.wholes[2]!.ids)).toEqual([1, 3, 2]);
});
