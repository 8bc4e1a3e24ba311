<!-- The students of the class that is shown, and their ways in; of a guest, who they are. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import CatchingUp from './CatchingUp.svelte';
	import type { ClassesState } from './classes.svelte';
	import StudentLine from './StudentLine.svelte';
	import { begunOf } from './times';

	let { classes }: { classes: ClassesState } = $props();
	const shown = $derived(classes.shown!);
	const begun = $derived(begunOf(shown.students));
</script>

<div class="mb-4 flex flex-wrap items-center gap-4 border-t border-line pt-3">
	{#if shown.guest}
		<p class="grow text-soft">
			{classes.reads
				? 'You read along. Whoever teaches the course looks after its classes.'
				: 'This class is looked after in its own course. Here it is given pages, and you see what becomes of them.'}
		</p>
	{:else}
		<p class="grow">
			{classes.lacking
				? `${count(classes.lacking, 'student', 'students')} cannot sign in yet.`
				: 'Everyone can sign in: with a password, or with the code on their slip.'}
		</p>
		{#if classes.lacking}
			<Button onclick={() => attempt(() => classes.codes())}
				>Make a sheet of sign-in codes for {classes.lacking}</Button
			>
		{/if}
	{/if}
</div>
{#if shown.students.length && classes.missing && !classes.reads}<CatchingUp {classes} />{/if}
<table class="w-full">
	<thead class="text-left text-[0.8125rem] text-soft">
		<tr>
			<th class="py-1 font-semibold">Name</th>
			{#if !shown.guest}
				<th class="font-semibold">Signs in as</th>
				<th class="font-semibold">With</th><th><span class="sr-only">More</span></th>
			{/if}
		</tr>
	</thead>
	<tbody class="divide-y divide-line">
		{#each shown.students as student (student.person_id)}
			<StudentLine state={classes} {student} guest={shown.guest} {begun} />
		{/each}
	</tbody>
</table>
