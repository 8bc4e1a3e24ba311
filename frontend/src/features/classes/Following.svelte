<!-- Lets a class of another course follow this one: one's own at once, a colleague's when they agree. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Field from '../../ui/Field.svelte';
	import { attempt } from '../../ui/report';
	import type { FollowingState } from './following.svelte';

	let { following, open = $bindable() }: { following: FollowingState; open: boolean } = $props();
	let email = $state('');

	$effect(() => {
		if (open) void attempt(() => following.load());
	});

	async function done(step: () => Promise<void>) {
		await attempt(async () => {
			await step();
			open = false;
			email = '';
		});
	}
</script>

<Dialog bind:open title="Another class follows">
	<p class="mb-4 text-soft">
		A class of another course can be given these pages too. They come into the notebooks that its students
		have already, beside the pages of its own course.
	</p>
	{#if following.could.length}
		<ul class="mb-5 grid gap-1.5" aria-label="Your other classes">
			{#each following.could as one (one.id)}
				<li class="flex items-center gap-3">
					<span class="grow"><b>{one.name}</b> <span class="text-soft">{one.master_name}</span></span>
					<Button onclick={() => done(() => following.follow(one))}>Let {one.name} follow</Button>
				</li>
			{/each}
		</ul>
	{/if}
	<form
		class="grid gap-3"
		onsubmit={(event) => {
			event.preventDefault();
			void done(() => following.askFor(email));
		}}
	>
		<Field label="A colleague’s class: their e-mail" type="email" bind:value={email} />
		<p class="text-[0.8125rem] text-soft">
			They choose which of their classes. You and your colleagues will see these students’ notebooks.
		</p>
		<div><Button go={following.could.length === 0} type="submit">Ask them</Button></div>
	</form>
</Dialog>
