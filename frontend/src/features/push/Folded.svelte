<!-- A page of the plan: its title and how many students; their names are drawn when it is opened. -->
<script lang="ts">
	import { untrack, type Snippet } from 'svelte';
	import { count as counted } from '../../ui/words';

	interface Props {
		words: string;
		count: number;
		/** Whether it begins open. */
		open: boolean;
		children: Snippet;
	}
	let { words, count, open, children }: Props = $props();
	let shown = $state(untrack(() => open));
</script>

<details bind:open={shown} class="border-b border-line py-1.5 last:border-0">
	<summary class="cursor-pointer">
		<span class="font-semibold">{words}</span>
		<span class="text-soft"> · {counted(count, 'student')}</span>
	</summary>
	{#if shown}<div class="pt-1 pb-2 pl-4">{@render children()}</div>{/if}
</details>
