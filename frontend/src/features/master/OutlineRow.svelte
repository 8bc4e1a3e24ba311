<script lang="ts">
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import Sign from '../../thread/Sign.svelte';
	import { count } from '../../ui/words';
	import Menu from '../../ui/Menu.svelte';
	import { DISPLAYED } from './display';
	import type { Row } from './rows';

	interface Props {
		row: Row;
		here: boolean;
		marked: boolean;
		renaming: boolean;
		/** Of what is folded: how many pages it hides. */
		folded?: number | null;
		choices: { words: string; keys?: string; run: () => void }[];
		onrename: (name: string | null) => void;
	}
	let { row, here, marked, renaming, folded = null, choices, onrename }: Props = $props();

	const indent = $derived(34 + Math.max(0, row.depth - 1) * 14 + (row.kind === 'page' ? 4 : 0));
	const type = $derived(
		{
			divider: 'text-soft text-[0.7812rem] font-semibold pt-2',
			section: 'font-semibold',
			page: row.parent ? 'text-soft' : '',
			needle: ''
		}[row.kind]
	);

	function keys(event: KeyboardEvent) {
		event.stopPropagation();
		if (event.key === 'Enter') onrename((event.currentTarget as HTMLInputElement).value);
		if (event.key === 'Escape') onrename(null);
	}
	function ready(input: HTMLInputElement) {
		input.focus();
		input.select();
	}
</script>

{#if row.thread && !row.last}<span class="absolute inset-y-0 left-[17px] w-0.5 bg-thread"></span>{/if}
{#if row.kind === 'needle'}
	<div class="flex h-7 items-center gap-1.5 pl-[34px]">
		{#if row.last}
			<span class="absolute top-0 left-[6px] h-7 w-6"><Sign name="needle" class="h-7 w-6" /></span>
		{/if}
		{#each row.classes as name (name)}
			<span
				class="rounded-full border border-line-strong bg-paper px-2 text-[0.7188rem] leading-[18px] font-semibold"
				>{name}</span
			>
		{/each}
		<span class="text-xs text-soft">{row.classes.length > 1 ? 'are here' : 'is here'}</span>
	</div>
{:else}
	{#if row.given}
		<span class="absolute top-0 left-[6px] h-[30px] w-6"
			><Sign name="stitch" class="h-[30px] w-6" stretch /></span
		>
	{/if}
	<div
		class="flex min-h-[30px] items-center gap-2 rounded-md pr-1 {type} {here
			? 'bg-raised shadow-[0_0_0_1px_var(--line)]'
			: ''} {marked ? 'bg-accent-wash' : ''}"
		style:padding-left="{indent}px"
	>
		{#if renaming}
			<input
				class="min-w-0 grow rounded border border-accent bg-raised px-1"
				aria-label="New name"
				value={row.name}
				{@attach ready}
				onkeydown={keys}
				onblur={(event) => onrename(event.currentTarget.value)}
			/>
		{:else}
			<span class="line-clamp-2 min-w-0 grow" title={row.name}>{row.name}</span>
			{#if folded !== null}<span class="shrink-0 text-xs font-normal text-soft"
					>{count(folded, 'page')}, folded</span
				>{/if}
			{#if marked}<span class="text-xs font-semibold">chosen</span>{/if}
			{#if row.display !== 'ordinary' && !(row.template && row.display === 'wraps')}
				<span class="shrink-0" title={DISPLAYED[row.display]}
					><Sign name={row.display} color="soft" class="h-4 w-4" /></span
				>
			{/if}
			{#if row.template}<span class="shrink-0 text-xs font-normal text-soft">template</span>{/if}
			{#if row.changed}<span class="shrink-0 text-xs font-normal text-soft">changed</span>{/if}
			{#if choices.length}<Menu
					label="{row.name}: more"
					{choices}
					tabindex={-1}
					class="grid h-7 w-7 shrink-0 place-items-center text-soft opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-ink focus:opacity-100"
					><Ellipsis size={16} /></Menu
				>{/if}
		{/if}
	</div>
{/if}
