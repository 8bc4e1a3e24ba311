<!-- At the foot of a dialog: makes a file and hands it over; whoever closes the dialog meanwhile gets it all the same. -->
<script lang="ts">
	import Button from './Button.svelte';
	import { keepFile } from './keep-file';
	import { attempt } from './report';

	let { address, onclose }: { address: string; onclose: () => void } = $props();
	let making = $state(false);

	async function make() {
		making = true;
		const kept = await attempt(async () => {
			await keepFile(address);
			return true;
		});
		making = false;
		if (kept) onclose();
	}
</script>

<div class="mt-1 flex items-center gap-2">
	<Button go disabled={making} onclick={make}>{making ? 'Making it …' : 'Make the file'}</Button>
	<Button onclick={onclose}>{making ? 'Close; it comes by itself' : 'Not now'}</Button>
</div>
