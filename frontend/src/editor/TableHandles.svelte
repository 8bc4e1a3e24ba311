<!-- Where the caret stands in a table: a handle for its row and one for its column, large enough for a thumb, and the column's end. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import GripHorizontal from '@lucide/svelte/icons/grip-horizontal';
	import GripVertical from '@lucide/svelte/icons/grip-vertical';
	import Menu from '../ui/Menu.svelte';
	import ColumnEdge from './ColumnEdge.svelte';
	import type { Choice } from './commands';
	import { columnChoices, rowChoices } from './table';
	import { listen } from './listen';
	import { placesIn, type Place, type Places } from './table-places';

	let { editor, frame }: { editor: Editor; frame: HTMLElement } = $props();
	let places = $state.raw<Places | null>(null);

	$effect(() => {
		const place = () => (places = editor.isEditable ? placesIn(editor, frame) : null);
		place();
		const end = listen(editor, ['transaction'], place);
		// A table that is wider than the page moves under its handles.
		frame.addEventListener('scroll', place, true);
		window.addEventListener('resize', place);
		return () => {
			end();
			frame.removeEventListener('scroll', place, true);
			window.removeEventListener('resize', place);
		};
	});
	// Anew with every change: what there is room for is told by where the caret stands.
	const rows = $derived(places ? rowChoices(editor) : []);
	const columns = $derived(places?.column ? columnChoices(editor) : []);
	const HANDLE =
		"relative grid place-items-center rounded-full border border-line-strong bg-raised text-soft after:absolute after:-inset-2.5 after:content-[''] hover:text-ink";
</script>

{#snippet handle(at: Place, label: string, choices: Choice[], upright: boolean)}
	<div
		class="no-print absolute z-10 -translate-x-1/2 -translate-y-1/2"
		style:left="{at.left}px"
		style:top="{at.top}px"
	>
		<Menu {label} {choices} class="{HANDLE} {upright ? 'h-8 w-[18px]' : 'h-[18px] w-8'}"
			>{#if upright}<GripVertical size={13} />{:else}<GripHorizontal size={13} />{/if}</Menu
		>
	</div>
{/snippet}

{#if places}
	{@render handle(places.row, 'This row', rows, true)}
	{#if places.edge}<ColumnEdge {editor} edge={places.edge} />{/if}
	{#if places.column}{@render handle(places.column, 'This column', columns, false)}{/if}
{/if}
