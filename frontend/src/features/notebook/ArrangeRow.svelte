<!-- A page that can be taken hold of and chosen. -->
<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import GripVertical from '@lucide/svelte/icons/grip-vertical';
	import { day } from '../../ui/words';
	import type { Carrying } from './carrying.svelte';
	import { progressOf, type PageLine } from './notebook.svelte';

	interface Props {
		page: PageLine;
		carrying: Carrying;
		chosen: boolean;
		/** The keys come to it first. */
		first: boolean;
		/** Its teacher lets it be moved. */
		may: boolean;
		onchoose: () => void;
		onkey: (event: KeyboardEvent) => void;
	}
	let { page, carrying, chosen, first, may, onchoose, onkey }: Props = $props();
	const row = $derived(`page:${page.id}`);
	const over = $derived(carrying.over?.row === row ? carrying.over : null);
	const state = $derived(
		page.going_at ? `goes for good on ${day(page.going_at)}` : page.moved ? 'moved by you' : progressOf(page)
	);
</script>

<li
	role="option"
	aria-selected={chosen}
	data-row={row}
	tabindex={first ? 0 : -1}
	class="relative flex min-h-11 cursor-pointer items-center gap-2 rounded-md pr-2 select-none {page.tucked
		? 'pl-6'
		: 'pl-1'} {chosen ? 'bg-accent-wash' : 'hover:bg-raised/60'} {carrying.ids.includes(page.id)
		? 'opacity-50'
		: ''} {over && !over.tuck ? 'shadow-[0_2px_0_0_var(--accent)]' : ''}"
	onclick={onchoose}
	onkeydown={onkey}
>
	<span
		class="grid h-5 w-5 shrink-0 place-items-center rounded border {chosen
			? 'border-accent bg-accent text-accent-ink'
			: 'border-line-strong'}"
		>{#if chosen}<Check size={14} />{/if}</span
	>
	<span class="min-w-0 grow truncate">{page.title || 'Untitled'}</span>
	<span class="shrink-0 text-xs text-soft">{state}</span>
	{#if may}
		<!-- By mouse and thumb; the keys have Alt with the arrows. -->
		<span
			role="presentation"
			class="-mr-2 grid h-11 w-11 shrink-0 cursor-grab touch-none place-items-center text-soft"
			onclick={(event) => event.stopPropagation()}
			onpointerdown={(event) => carrying.begin(event, page.id)}
			onpointermove={(event) => carrying.move(event)}
			onpointerup={() => void carrying.end()}
			onpointercancel={() => carrying.cancel()}><GripVertical size={16} /></span
		>
	{/if}
	{#if over?.tuck}
		<span class="absolute right-2 -bottom-2 z-10 rounded bg-accent px-1.5 text-xs text-accent-ink"
			>tucked under it</span
		>
	{/if}
</li>
