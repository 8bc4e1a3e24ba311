<!-- Classes: who is in them, and their ways in. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import Menu from '../../ui/Menu.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { Frame } from '../people';
	import { ClassesState } from './classes.svelte';
	import CodeSheet from './CodeSheet.svelte';
	import Colleagues from './Colleagues.svelte';
	import Following from './Following.svelte';
	import { FollowingState } from './following.svelte';
	import Away from './Away.svelte';
	import Groups from './Groups.svelte';
	import Naming from './Naming.svelte';
	import Requests from './Requests.svelte';
	import Roster from './Roster.svelte';
	import TakeIn from './TakeIn.svelte';

	const master = Number((route.params as { master: string }).master);
	const classes = new ClassesState(master);
	const following = new FollowingState(master, () => classes.load());
	let taking = $state(false);
	let joining = $state(false);
	let working = $state(false);
	let naming = $state<'new' | 'class' | 'colleague' | null>(null);

	onMount(() => lookUp(() => classes.load()));

	const shown = $derived(classes.shown);
	/** It is of another course, and only given pages here. */
	const guest = $derived(classes.classes?.find((one) => one.id === shown?.id && one.master_id !== master));
	const works = { words: 'Who works here', run: () => (working = true) };
	const choices = $derived(
		classes.reads
			? [works]
			: [
					{ words: 'An empty class', run: () => (naming = 'new') },
					...(shown && !shown.guest
						? [{ words: `Rename ${shown.name}`, run: () => (naming = 'class') }]
						: []),
					{ words: 'Another class follows', run: () => (joining = true) },
					...(guest
						? [
								{
									words: `${shown?.name} follows no more`,
									run: () => void attempt(() => following.stop(guest))
								}
							]
						: []),
					{ words: 'Invite a colleague', run: () => (naming = 'colleague') },
					works
				]
	);
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
				{#if !classes.reads}
					<Button go={classes.classes?.length === 0} onclick={() => (taking = true)}>Bring students in</Button
					>
				{/if}
			</div>
			<Requests {classes} />
			{#if classes.classes?.length === 0}
				<p class="max-w-lg text-soft">
					No class yet. Bring students in: a list of names is enough, or a roster from your school’s system.
					Every student gets a notebook of their own. Then <a
						class="thumb text-accent underline"
						href="/master/{master}">write a page</a
					>.
				</p>
			{:else if shown}
				{#if !classes.reads}
					<Groups {master} classes={classes.classes ?? []} />
					<Away {master} classes={classes.classes ?? []} />
				{/if}
				<Roster {classes} />
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
	<Following {following} bind:open={joining} />
	<Colleagues {master} bind:open={working} />
</Frame>
