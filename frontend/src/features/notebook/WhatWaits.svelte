<!-- What waits for the network, at the foot of the list: a loose blue end. What is safe shows nothing. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import Sign from '../../thread/Sign.svelte';
	import { count } from '../../ui/words';
	import { waiting } from '../../writing/waiting.svelte';

	onMount(() => waiting.watch());
	const unsent = $derived(
		[
			waiting.pages ? count(waiting.pages, 'page') : '',
			waiting.files ? count(waiting.files, 'picture or recording', 'pictures and recordings') : ''
		]
			.filter(Boolean)
			.join(' and ')
	);
	const several = $derived(waiting.pages + waiting.files > 1);
</script>

{#if unsent || !waiting.online}
	<div class="mt-4 flex items-start gap-1.5 text-[0.8125rem] text-soft" role="status">
		<Sign name="loose" color="pencil" class="h-6 w-6 shrink-0" />
		<p class="pt-0.5">
			{#if unsent}
				<b class="text-ink">{unsent} {several ? 'wait' : 'waits'} for the network.</b>
				Kept on this device, and sent by {several ? 'themselves' : 'itself'}.
			{:else}
				There is no network. You can write on; all of it is kept on this device.
			{/if}
			{#if !waiting.online && !isSecureContext}
				Leave this window open: this address is not a secure one (https), so your browser opens no page of it
				without the network.
			{/if}
		</p>
	</div>
{/if}
