<!-- Before signing out, where words have not been sent: they would go with it. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { count } from '../../ui/words';
	import { countComing } from '../../writing/coming';
	import { countKept } from '../../writing/unsaved';

	let { open = $bindable(), onleave }: { open: boolean; onleave: () => void } = $props();
</script>

<Dialog bind:open title="Some words are not saved yet">
	<p class="mb-4 text-[0.9375rem]">
		{#if countKept()}On {count(countKept(), 'page', 'pages')} you have words that could not be sent.{/if}
		{#if countComing()}{count(countComing(), 'picture has', 'pictures have')} not been sent.{/if}
		Signing out takes them off this computer, for whoever sits here next. Open the page once more while you are
		connected, and they are saved.
	</p>
	<div class="flex gap-3">
		<Button go onclick={() => (open = false)}>Stay</Button>
		<Button onclick={onleave}>Sign out, and lose them</Button>
	</div>
</Dialog>
