<!-- Beside a page whose words the server did not take: why, and what can be done. -->
<script lang="ts">
	import { attempt } from '../ui/report';
	import type { Writing } from './writing.svelte';

	let { page }: { page: Writing } = $props();
</script>

{#if !page.keptHere && page.state !== 'saved'}
	<p role="alert" class="mb-5 rounded-md bg-lamp px-4 py-3">
		<b>Keep this window open until it says “saved”.</b> This browser keeps nothing for us, so what is not sent yet
		is in this window alone.
	</p>
{/if}
{#if page.state === 'signed-out'}
	<p role="alert" class="mb-5 rounded-md bg-lamp px-4 py-3">
		<b>You are not signed in any more.</b>
		{page.keptHere ? 'Your words are kept in this browser.' : ''}
		<a class="font-semibold underline" href="/sign-in?next={encodeURIComponent(location.pathname)}"
			>Sign in again</a
		>, and they are saved.
	</p>
{:else if page.state === 'refused' && page.problem}
	<p role="alert" class="mb-5 rounded-md bg-lamp px-4 py-3">
		<b>{page.problem.message}</b>
		{page.problem.hint}
		{page.keptHere ? 'All you wrote is kept in this browser.' : ''}
		<button
			type="button"
			class="font-semibold underline"
			onclick={() => void attempt(() => page.saveWordsAlone())}>Save the words alone</button
		>
	</p>
{/if}
{#if page.leftOut.length}
	<p role="status" class="mb-5 rounded-md bg-lamp px-4 py-3">
		<b>All words are saved.</b> Left out, because a page cannot hold it: {page.leftOut.join('; ')}.
		<button type="button" class="font-semibold underline" onclick={() => (page.leftOut = [])}
			>All right</button
		>
	</p>
{/if}
