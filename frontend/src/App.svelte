<script lang="ts">
	import { Router } from 'sv-router';
	import { fetchParts } from './editor/fetched';
	import { session } from './features/people';
	import { preload, route } from './router';
	import { Problem } from './api/client';
	import { countComing } from './writing/coming';
	import { openPlaces } from './writing/open-places';
	import { countKept } from './writing/unsaved';
	import { byItself, fetchSoon, opensPage, soon } from './ui/fetch-soon';
	import { opened } from './ui/opened.svelte';
	import { report } from './ui/report';
	import Toasts from './ui/Toasts.svelte';

	const ready = session.begin();
	/** Words that earlier windows left, on pages that are not open now. */
	const sendWhatIsLeft = () => {
		if (countKept()) soon(async () => (await import('./writing/send-left')).sendLeft(openPlaces));
	};
	// What the view is shown with need not wait until it is known who asks.
	preload(location.pathname as '/').catch(() => {});
	if (opensPage) fetchParts().catch(() => {});
	fetchSoon();
	void ready.then(() => {
		sendWhatIsLeft();
		addEventListener('online', sendWhatIsLeft);
		if (countComing()) soon(async () => (await import('./editor/frames-elsewhere')).fillElsewhere());
	});
	// Whatever nobody waited for is told too, in the words that it carries; what is no `Problem` stays an error as well.
	addEventListener('unhandledrejection', (event) => {
		report(event.reason);
		if (event.reason instanceof Problem) event.preventDefault();
	});
	$effect(() => {
		void route.pathname;
		opened.problem = null;
	});
</script>

{#await byItself(() => import('./ui/Arrival.svelte')) then { default: Arrival }}<Arrival />{/await}
{#await ready then}
	{#if opened.problem}
		{#await import('./features/people/Lost.svelte') then { default: Lost }}<Lost />{/await}
	{:else}
		<Router />
	{/if}
{/await}
<Toasts />
