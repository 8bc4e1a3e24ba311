<!-- The head of a section while the notebook is arranged: its name, and how it moves. -->
<script lang="ts">
	import Archive from '@lucide/svelte/icons/archive';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronUp from '@lucide/svelte/icons/chevron-up';
	import type { Schemas } from '../../api/client';
	import type { ArrangingState } from './arranging.svelte';

	interface Props {
		arranging: ArrangingState;
		section: Schemas['NotebookSectionOut'];
		/** What is carried would come into it, as its first. */
		over: { row: string } | null;
	}
	let { arranging, section, over }: Props = $props();
	const may = $derived(arranging.notebook.allows(section) === 'all');
	const row = $derived(`section:${section.id}`);
	const BUTTON =
		'grid h-11 w-11 shrink-0 place-items-center text-soft hover:text-ink disabled:opacity-40 md:h-9 md:w-9';

	function keys(event: KeyboardEvent) {
		event.stopPropagation();
		const input = event.currentTarget as HTMLInputElement;
		if (event.key === 'Enter') input.blur();
		if (event.key === 'Escape') {
			input.value = section.name;
			input.blur();
		}
	}
</script>

<div
	data-row={row}
	class="mt-2 flex min-h-11 items-center font-semibold md:min-h-9 {over?.row === row
		? 'shadow-[0_2px_0_0_var(--accent)]'
		: ''}"
>
	{#if may}
		<input
			class="min-h-11 min-w-0 grow rounded-md border border-transparent bg-transparent px-1 font-semibold hover:border-line-strong focus:border-line-strong focus:bg-raised md:min-h-8"
			aria-label="Name of the section “{section.name}”"
			maxlength="200"
			value={section.name}
			onkeydown={keys}
			onblur={(event) => void arranging.nameSection(section, event.currentTarget.value)}
		/>
		<button
			type="button"
			class={BUTTON}
			aria-label="Move “{section.name}” up"
			onclick={() => void arranging.stepSection(section, -1)}><ChevronUp size={16} /></button
		>
		<button
			type="button"
			class={BUTTON}
			aria-label="Move “{section.name}” down"
			onclick={() => void arranging.stepSection(section, 1)}><ChevronDown size={16} /></button
		>
		{#if section.own}
			<button
				type="button"
				class={BUTTON}
				aria-label="Put “{section.name}” away"
				onclick={() => void arranging.putSectionAway(section)}><Archive size={15} /></button
			>
		{/if}
	{:else}
		<span class="min-w-0 grow truncate px-1">{section.name}</span>
		<span class="shrink-0 px-2 text-xs font-normal text-soft">your teacher keeps its order</span>
	{/if}
</div>
