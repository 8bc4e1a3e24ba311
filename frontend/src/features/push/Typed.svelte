<!-- Whom a push is for, by a few letters; what they mean is seen before Enter says it. -->
<script lang="ts">
	import { list } from '../../ui/words';
	import type { Course } from './course';
	import type { PullBackState, PushState } from './push.svelte';

	let { push, course }: { push: PushState | PullBackState; course: Course } = $props();
	let typed = $state('');
	const meant = $derived(push.meantBy(typed));
	const named = (ids: number[], things: { id: number; name: string }[]) =>
		things.filter((one) => ids.includes(one.id)).map((one) => one.name);
	const students = $derived(course.students.map((one) => ({ id: one.notebook_id, name: one.name })));
	const whom = $derived([
		...named(meant.classes, course.master.classes),
		...named(meant.groups, course.groups),
		...named(meant.singles, students)
	]);
	const without = $derived(named(meant.without, students));

	function say(event: KeyboardEvent) {
		if (event.key !== 'Enter' || !typed.trim()) return;
		event.preventDefault();
		event.stopPropagation(); // what is typed is said first, and seen in the plan, before a push goes out
		if (!whom.length || meant.unclear.length) return;
		push.setWhom(meant);
		typed = '';
	}
</script>

<label class="block border-b border-line px-3 pt-2.5 pb-2">
	<span class="sr-only">Type whom you mean</span>
	<input
		class="w-full rounded border border-line bg-paper px-2 py-1.5"
		placeholder="Type whom: 9a b minus ada"
		autocomplete="off"
		spellcheck="false"
		bind:value={typed}
		onkeydown={say}
	/>
	{#if typed.trim()}
		<span class="mt-1 block text-[0.7812rem] text-soft" role="status">
			{#if meant.unclear.length}
				Nobody, or more than one, is meant by {list(
					meant.unclear.map((word) => `“${word}”`),
					4
				)}.
			{:else if whom.length}
				Enter: {list(whom, 4)}{without.length ? `, without ${list(without, 3)}` : ''}
			{:else}
				First whom it is for; behind “minus” whom to leave out.
			{/if}
		</span>
	{/if}
</label>
