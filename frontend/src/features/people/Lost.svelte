<script lang="ts">
	import { route } from '../../router';
	import { opened } from '../../ui/opened.svelte';
	import { session } from './session.svelte';

	/** The course or the notebook that the address is of, where that is not what is missing. */
	const around = $derived(/^\/(master|notebook)\/\d+(?=\/)/.exec(route.pathname)?.[0]);

	/** Loaded anew: what was remembered of an address that leads nowhere goes with it. */
	function reload(event: MouseEvent) {
		if (event.ctrlKey || event.metaKey || event.shiftKey) return;
		event.preventDefault();
		location.assign(around ?? '/');
	}
</script>

<svelte:head><title>Nothing here · Red Thread</title></svelte:head>

<main class="mx-auto max-w-md px-6 py-20">
	<h1 class="mb-3 font-serif text-2xl font-semibold">There is nothing at this address</h1>
	<p class="mb-4 text-soft">
		{#if opened.problem?.status === 404}
			{opened.problem.message} {opened.problem.hint}
		{:else}
			It may have been moved or taken out meanwhile.
		{/if}
	</p>
	<a class="thumb text-accent underline" href={around ?? '/'} onclick={reload}
		>{around?.startsWith('/master')
			? 'To the course'
			: around
				? 'To the notebook'
				: session.person
					? 'To your own pages'
					: 'To the sign-in page'}</a
	>
</main>
