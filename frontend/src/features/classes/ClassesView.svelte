<!-- Classes: who is in them, and their ways in. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import Menu from '../../ui/Menu.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import { Frame } from '../people';
	import { ClassesState } from './classes.svelte';
	import CatchingUp from './CatchingUp.svelte';
	import CodeSheet from './CodeSheet.svelte';
	import Groups from './Groups.svelte';
	import Naming from './Naming.svelte';
	import Requests from './Requests.svelte';
	import StudentLine from './StudentLine.svelte';
	import TakeIn from './TakeIn.svelte';

	const master = Number((route.params as { master: string }).master);
	const classes = new ClassesState(master);
	let taking = $state(false);
	let naming = $state<'new' | 'class' | 'colleague' | null>(null);

	onMount(() => attempt(() => classes.load()));

	const shown = $derived(classes.shown);
	const choices = $derived([
		{ words: 'An empty class', run: () => (naming = 'new') },
		...(shown ? [{ words: `Rename ${shown.name}`, run: () => (naming = 'class') }] : []),
		{ words: 'Invite a colleague', run: () => (naming = 'colleague') }
	]);
</script>

<Frame {master} here="classes" title="Classes">
	{#if classes.sheet}
		<CodeSheet sheet={classes.sheet} onclose={() => (classes.sheet = null)} />
	{:else}
		<div class="mx-auto max-w-4xl px-5 py-8 sm:px-14 sm:py-10">
			<div class="mb-5 flex flex-wrap items-baseline gap-x-6 gap-y-3">
				<h1 class="font-serif text-2xl font-semibold">Classes</h1>
				<div class="flex flex-wrap gap-1" role="group" aria-label="Which class">
					{#each classes.classes ?? [] as one (one.id)}
						<button
							type="button"
							aria-pressed={classes.chosen === one.id}
							class="rounded-md px-3 py-1.5 font-semibold aria-pressed:bg-accent-wash"
							onclick={() => attempt(() => classes.choose(one.id))}
							>{one.name} <span class="font-normal text-soft">{one.students}</span></button
						>
					{/each}
				</div>
				<span class="grow"></span>
				<Menu label="More about classes" {choices} class="rounded-md px-2 py-1.5 font-semibold">More</Menu>
				<Button go={classes.classes?.length === 0} onclick={() => (taking = true)}>Bring students in</Button>
			</div>
			<Requests {classes} />
			{#if classes.classes?.length === 0}
				<p class="max-w-lg text-soft">
					No class yet. Bring students in: a list of names is enough, or a roster from your school’s system.
					Every student gets a notebook of their own. Then <a
						class="text-accent underline"
						href="/master/{master}">write a page</a
					>.
				</p>
			{:else if shown}
				<Groups {master} classes={classes.classes ?? []} />
				<div class="mb-4 flex flex-wrap items-center gap-4 border-t border-line pt-3">
					<p class="grow">
						{classes.lacking
							? `${count(classes.lacking, 'student has', 'students have')} no way in yet.`
							: 'Everyone has a way in: a password, or a code in their hands.'}
					</p>
					{#if classes.lacking}
						<Button onclick={() => attempt(() => classes.codes())}
							>Make a sheet of sign-in codes for {classes.lacking}</Button
						>
					{/if}
				</div>
				{#if shown.students.length && classes.missing}<CatchingUp {classes} />{/if}
				<table class="w-full">
					<thead class="text-left text-[13px] text-soft">
						<tr>
							<th class="py-1 font-semibold">Name</th><th class="font-semibold">Signs in as</th>
							<th class="font-semibold">Way in</th><th><span class="sr-only">More</span></th>
						</tr>
					</thead>
					<tbody class="divide-y divide-line">
						{#each shown.students as student (student.person_id)}
							<StudentLine state={classes} {student} />
						{/each}
					</tbody>
				</table>
			{/if}
		</div>
	{/if}
	<TakeIn
		{master}
		here={classes.classes?.find((one) => one.id === classes.chosen)?.name ?? ''}
		bind:open={taking}
		ontaken={(name) => attempt(() => classes.load(name))}
	/>
	<Naming {classes} bind:naming />
</Frame>
