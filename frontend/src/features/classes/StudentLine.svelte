<!-- One student of a class: the name, how they get in, and what can be done. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Menu from '../../ui/Menu.svelte';
	import { attempt } from '../../ui/report';
	import { day } from '../../ui/words';
	import type { ClassesState, Student } from './classes.svelte';
	import { timesHere } from './times';

	let {
		state: classes,
		student,
		guest,
		begun
	}: { state: ClassesState; student: Student; guest: boolean; begun: number } = $props();
	const times = $derived(timesHere(student, begun));
	let naming = $state(false);
	let name = $state('');

	const others = $derived(
		(classes.classes ?? []).filter(
			(one: Schemas['ClassOut']) => one.id !== classes.chosen && one.master_id === classes.master
		)
	);
	const choices = $derived([
		{
			words: student.way_in === 'password' ? 'Forgot the password: new code' : 'A code for this one',
			run: () => void attempt(() => classes.code(student))
		},
		...(student.code_since
			? [{ words: 'End the code: the slip is lost', run: () => void attempt(() => classes.endCode(student)) }]
			: []),
		{
			words: 'Correct the name',
			run: () => {
				name = student.name;
				naming = true;
			}
		},
		...others.map((one) => ({
			words: `Move to ${one.name}`,
			run: () => void attempt(() => classes.move(student, one))
		})),
		{ words: 'Take out of the class', run: () => void attempt(() => classes.takeOut(student)) }
	]);

	function wayIn(): string {
		if (student.way_in === 'password') return 'a password';
		if (student.code_since) return `a code of ${day(student.code_since)}, not used yet`;
		return 'nothing yet';
	}

	async function rename(event: SubmitEvent) {
		event.preventDefault();
		await attempt(() => classes.rename(student, name));
		naming = false;
	}
</script>

<tr>
	<td class="py-1.5 pr-4 font-semibold">
		{#if naming}
			<form onsubmit={rename}>
				<!-- svelte-ignore a11y_autofocus -->
				<input
					class="w-full rounded-md border border-line-strong bg-raised px-2 py-1"
					aria-label="The name of {student.name}"
					autofocus
					bind:value={name}
					onkeydown={(event) => event.key === 'Escape' && (naming = false)}
				/>
			</form>
		{:else}
			<a
				class="thumb underline-offset-4 hover:underline"
				href="/master/{classes.master}/notebook/{student.notebook_id}">{student.name}</a
			>
			{#if times}<span class="block text-[0.7812rem] font-normal text-soft">{times}</span>{/if}
		{/if}
	</td>
	{#if !guest}
		<td class="pr-4 break-all text-soft">{student.signs_in_as}</td>
		<td class="text-soft">{wayIn()}</td>
		<td class="text-right">
			<Menu label="{student.name}: more" {choices} class="rounded-md px-2 py-1 text-soft hover:text-ink"
				>more</Menu
			>
		</td>
	{/if}
</tr>
