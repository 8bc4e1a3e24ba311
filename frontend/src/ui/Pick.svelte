<!-- A part of a sentence that is a choice: the words themselves open it. -->
<script lang="ts">
	import { Popover } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		words: string;
		label: string;
		light?: boolean;
		/** What follows the words without a space. */
		after?: string;
		children: Snippet;
	}
	let { words, label, light = false, after = '', children }: Props = $props();
</script>

<Popover.Root>
	<Popover.Trigger aria-label="{label}: {words}" class="cursor-pointer text-left"
		><span
			class={light
				? 'border-b border-dotted border-line-strong font-medium'
				: 'border-b-2 border-accent font-semibold'}>{words}</span
		>{after}</Popover.Trigger
	>
	<Popover.Portal>
		<Popover.Content
			align="start"
			sideOffset={8}
			class="z-[60] flex max-h-[min(26rem,var(--bits-popover-content-available-height))] w-[min(24rem,calc(100vw-2rem))] flex-col overflow-y-auto rounded-md border border-line bg-raised font-sans text-sm shadow-md outline-none [&>*]:shrink-0"
		>
			{@render children()}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
