<!-- A menu and the button that opens it, as a library makes them; `open` once, as soon as it is there. -->
<script lang="ts">
	import { DropdownMenu } from 'bits-ui';
	import type { MenuProps } from './menu';

	let {
		label,
		choices,
		class: more = '',
		tabindex,
		children,
		open = $bindable(true)
	}: MenuProps & { open?: boolean } = $props();
</script>

<DropdownMenu.Root bind:open>
	<DropdownMenu.Trigger aria-label={label} class={more} {tabindex}>{@render children()}</DropdownMenu.Trigger>
	<DropdownMenu.Portal>
		<DropdownMenu.Content
			align="start"
			sideOffset={4}
			class="z-[60] min-w-44 rounded-md border border-line bg-raised py-1 shadow-md outline-none"
		>
			{#each choices as choice (choice.words)}
				<DropdownMenu.Item
					disabled={choice.disabled}
					onSelect={choice.run}
					class="flex cursor-pointer items-center justify-between gap-6 px-3 py-1.5 outline-none data-disabled:opacity-45 data-highlighted:bg-accent-wash"
				>
					{choice.words}
					{#if choice.keys}<kbd class="text-xs text-soft">{choice.keys}</kbd>{/if}
				</DropdownMenu.Item>
			{/each}
		</DropdownMenu.Content>
	</DropdownMenu.Portal>
</DropdownMenu.Root>
