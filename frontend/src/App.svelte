<script lang="ts">
	import { Router } from 'sv-router';
	import { fetchParts } from './editor/fetched';
	import { session } from './features/people';
	import { preload, route } from './router';
	import { countComing } from './ui/coming';
	import { fetchSoon, opensPage, soon } from './ui/fetch-soon';
	import { opened } from './ui/opened.svelte';
	import Toasts from './ui/Toasts.svelte';

	const ready = session.begin();
	// What the view is shown with need not wait until it is known who asks.
	preload(location.pathname as '/').catch(() => {});
	if (opensPage) fetchParts().catch(() => {});
	fetchSoon();
	void ready.then(() => {
		if (countComing()) soon(async () => (await import('./editor/frames-elsewhere')).fillElsewhere());
	});
	$effect(() => {
		void route.pathname;
		opened.problem = null;
	});
</script>

{#await import('./ui/Arrival.svelte') then { default: Arrival }}<Arrival />{/await}
{#await ready then}
	{#if opened.problem}
		{#await import('./features/people/Lost.svelte') then { default: Lost }}<Lost />{/await}
	{:else}
		<Router />
	{/if}
{/await}
<Toasts />
