<!-- The words and what they open, as a library makes them; `open` once, as soon as it is there. -->
<script lang="ts">
	import { Popover } from 'bits-ui';
	import PickWords from './PickWords.svelte';
	import type { PickProps } from './pick';

	let { open = $bindable(true), ...pick }: PickProps & { open?: boolean } = $props();
</script>

<Popover.Root bind:open>
	<Popover.Trigger aria-label="{pick.label}: {pick.words}" class="cursor-pointer text-left"
		><PickWords {...pick} /></Popover.Trigger
	>
	<Popover.Portal>
		<Popover.Content
			align="start"
			sideOffset={8}
			class="z-[60] flex max-h-[min(26rem,var(--bits-popover-content-available-height))] w-[min(24rem,calc(100vw-2rem))] flex-col overflow-y-auto rounded-md border border-line bg-raised font-sans text-sm shadow-md outline-none [&>*]:shrink-0"
		>
			{@render pick.children()}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
