<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { HTMLButtonAttributes } from 'svelte/elements';

	interface Props extends HTMLButtonAttributes {
		go?: boolean;
		quiet?: boolean;
		children: Snippet;
	}
	let { go = false, quiet = false, children, class: more = '', ...rest }: Props = $props();
	const look = $derived(
		go
			? 'bg-accent border-accent text-accent-ink'
			: quiet
				? 'border-transparent text-ink hover:bg-raised'
				: 'bg-raised border-line-strong/60 text-ink hover:border-line-strong'
	);
</script>

<button
	type="button"
	class="inline-flex items-center gap-2 rounded-md border px-3.5 py-1.5 font-semibold whitespace-nowrap disabled:opacity-50 aria-busy:opacity-50 {look} {more}"
	{...rest}>{@render children()}</button
>
