<!-- What can be done with the words one has chosen, and what can be put in: at the foot of the page. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import Redo from '@lucide/svelte/icons/redo-2';
	import Undo from '@lucide/svelte/icons/undo-2';
	import Menu from '../ui/Menu.svelte';
	import { inserts, shapes, tableChoices, textStyle } from './commands';
	import { marksOf } from './marks';
	import type { Surroundings } from './types';

	interface Props {
		editor: Editor;
		surroundings: Surroundings;
	}
	let { editor, surroundings }: Props = $props();
	let stamp = $state(0);
	$effect(() => {
		const bump = () => (stamp += 1);
		editor.on('transaction', bump);
		return () => void editor.off('transaction', bump);
	});

	const active = $derived.by(() => {
		void stamp;
		return (name: string) => editor.isActive(name);
	});
	const style = $derived((void stamp, textStyle(editor)));
	const inTable = $derived((void stamp, editor.isActive('table')));

	const marks = $derived(marksOf(editor));
	/** The caret stays where it is: what is typed right after a press must not go into the button. */
	const stayInText = (event: MouseEvent) => event.preventDefault();
	const tool =
		'inline-flex h-9 min-w-8 shrink-0 items-center justify-center rounded px-2 hover:bg-accent-wash aria-pressed:bg-accent-wash';
</script>

<div
	role="toolbar"
	aria-label="Writing"
	class="no-print sticky bottom-0 z-10 flex items-center gap-x-0.5 border-t border-line bg-paper py-1 text-[13px]"
>
	<div class="flex min-w-0 grow items-center gap-x-0.5 overflow-x-auto">
		<Menu label="Kind of text" choices={shapes(editor)} class="{tool} font-semibold">{style}</Menu>
		<Menu label="Put in" choices={inserts(editor, surroundings)} class="{tool} font-semibold">Put in …</Menu>
		{#if inTable}
			<Menu label="Table" choices={tableChoices(editor)} class="{tool} font-semibold">Table</Menu>
		{/if}
		{#each marks as mark (mark.name)}
			<button
				type="button"
				class={tool}
				title={mark.words}
				aria-label={mark.words}
				aria-pressed={active(mark.name)}
				onmousedown={stayInText}
				onclick={mark.run}><mark.icon size={16} /></button
			>
		{/each}
	</div>
	<button
		type="button"
		class={tool}
		title="Undo"
		aria-label="Undo"
		onmousedown={stayInText}
		onclick={() => editor.chain().focus().undo().run()}><Undo size={16} /></button
	>
	<button
		type="button"
		class={tool}
		title="Redo"
		aria-label="Redo"
		onmousedown={stayInText}
		onclick={() => editor.chain().focus().redo().run()}><Redo size={16} /></button
	>
</div>
