<!-- Where a link to a page leads: each to their own; who has none yet may ask for it. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { api, ask, Problem, type Schemas } from '../../api/client';
	import { go, route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';

	const page_id = Number((route.params as { page: string }).page);
	const params = { path: { page_id } };
	let way = $state.raw<Schemas['WayOut'] | null>(null);
	let lost = $state(false);

	onMount(async () => {
		try {
			way = await ask(api.GET('/api/pages/{page_id}/way', { params }));
			const there = addressOf(way);
			if (there) go(there, true);
		} catch (error) {
			if (error instanceof Problem && error.status === 401)
				go(`/sign-in?next=${encodeURIComponent(location.pathname)}`, true);
			else lost = true;
		}
	});

	function addressOf({ master_id, notebook_id, copy_id, on_display }: Schemas['WayOut']): string | null {
		if (notebook_id === null) return `/master/${master_id}/page/${page_id}`;
		if (copy_id !== null) return `/notebook/${notebook_id}/page/${copy_id}`;
		return on_display ? `/notebook/${notebook_id}/read/${page_id}` : null;
	}

	async function askForIt() {
		await attempt(async () => {
			await ask(api.POST('/api/pages/{page_id}/ask', { params }));
			way = { ...way!, asked: true };
		});
	}
</script>

<svelte:head><title>A page · Red Thread</title></svelte:head>

<main class="mx-auto max-w-md px-6 py-20">
	{#if lost}
		<h1 class="mb-3 font-serif text-2xl font-semibold">This page is not here for you</h1>
		<p class="text-soft">
			It may have been moved, or be of another class. <a class="thumb text-accent underline" href="/"
				>Go to your own pages</a
			>.
		</p>
	{:else if way?.notebook_id && !way.copy_id && !way.on_display}
		<h1 class="mb-3 font-serif text-2xl font-semibold">You do not have this page yet</h1>
		{#if way.asked}
			<p role="status" class="mb-5 text-soft">
				You have asked for it. When your teacher gives it to you, this link opens it.
			</p>
		{:else}
			<p class="mb-5 text-soft">When your teacher gives it to you, this link opens it.</p>
		{/if}
		<div class="flex flex-wrap gap-2">
			{#if !way.asked}<Button go onclick={askForIt}>Ask for it</Button>{/if}
			<Button onclick={() => go(`/notebook/${way!.notebook_id}`)}>My notebook</Button>
		</div>
	{/if}
</main>
