<script lang="ts">
	import { Router } from 'sv-router';
	import { session } from './features/people';
	import Toasts from './ui/Toasts.svelte';
	import './router';

	const ready = session.begin();
</script>

{#await ready then}
	<Router />
{/await}
<Toasts />
