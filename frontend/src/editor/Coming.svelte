<!-- How far pictures and recordings of this page are on their way. -->
<script lang="ts">
	import { count } from '../ui/words';

	/** By frame: the share that has gone; below 0 while there is no network. */
	let { gone }: { gone: Record<string, number> } = $props();
	const shares = $derived(Object.values(gone));
	const waiting = $derived(shares.some((share) => share < 0));
	const all = $derived(shares.reduce((sum, share) => sum + Math.max(share, 0), 0) / (shares.length || 1));
	const what = $derived(count(shares.length, 'picture or recording', 'pictures or recordings'));
</script>

{#if shares.length}
	<p class="coming" role="status">
		{#if waiting}{what} waiting for the network. You may leave the page, and close the window.
		{:else}{what} on the way: {Math.round(all * 100)} %{/if}
		<progress value={all} max="1" aria-label="How much has gone"></progress>
	</p>
{/if}
