<script lang="ts">
	import { Router } from 'sv-router';
	import { session } from './features/people';
	import { arrive, toHeading } from './ui/arrive';
	import { opened } from './ui/opened.svelte';
	import { fetchSoon } from './ui/fetch-soon';
	import Toasts from './ui/Toasts.svelte';
	import { route } from './router';

	const ready = session.begin();
	fetchSoon();
	$effect(() => {
		void route.pathname;
		opened.problem = null;
		return arrive();
	});
</script>

<button
	type="button"
	class="sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50 focus:rounded-md focus:bg-accent focus:px-4 focus:py-2 focus:font-semibold focus:text-accent-ink"
	onclick={toHeading}>Skip to the page</button
>
{#await ready then}
	{#if opened.problem}
		{#await import('./features/people/Lost.svelte') then { default: Lost }}<Lost />{/await}
	{:else}
		<Router />
	{/if}
{/await}
<Toasts />
