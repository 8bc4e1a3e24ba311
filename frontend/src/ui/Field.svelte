<!-- A field with its label above it. -->
<script lang="ts">
	import type { HTMLInputAttributes } from 'svelte/elements';

	interface Props extends HTMLInputAttributes {
		label: string;
		value: string;
	}
	let { label, value = $bindable(), required = true, ...rest }: Props = $props();
</script>

<label class="grid gap-1">
	<span class="text-soft">{label}</span>
	<input class="rounded-md border border-line-strong bg-raised px-3 py-2" {required} bind:value {...rest} />
</label>
