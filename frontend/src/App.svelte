<script lang="ts">
	import { Router } from 'sv-router';
	import { session } from './features/people';
	import { fetchSoon } from './ui/fetch-soon';
	import Toasts from './ui/Toasts.svelte';
	import './router';

	const ready = session.begin();
	fetchSoon();
</script>

{#await ready then}
	<Router />
{/await}
<Toasts />
