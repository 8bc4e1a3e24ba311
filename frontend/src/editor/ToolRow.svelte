<!-- What can be done with the words one has chosen, and what can be put in: at the foot of the page. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import { NodeSelection } from '@tiptap/pm/state';
	import LinkSign from '@lucide/svelte/icons/link';
	import Redo from '@lucide/svelte/icons/redo-2';
	import Search from '@lucide/svelte/icons/search';
	import Undo from '@lucide/svelte/icons/undo-2';
	import Menu from '../ui/Menu.svelte';
	import { inserts, lists, shapes, textStyle } from './commands';
	import { tablingAtHand } from './parts-later';
	import { listen } from './listen';
	import { marksOf } from './marks';
	import type { Surroundings } from './types';

	interface Props {
		editor: Editor;
		surroundings: Surroundings;
	}
	let { editor, surroundings }: Props = $props();
	let stamp = $state(0);
	/** What is asked for in a row over the tools. */
	let asks = $state<'link' | 'find' | null>(null);
	$effect(() => {
		return listen(editor, ['transaction'], () => (stamp += 1));
	});

	const active = $derived.by(() => {
		void stamp;
		return (name: string) => editor.isActive(name);
	});
	const style = $derived((void stamp, textStyle(editor)));
	const table = $derived((void stamp, editor.isActive('table') && tablingAtHand()?.tableChoices(editor)));
	const inNote = $derived((void stamp, surroundings.hand === 'teacher' && editor.isActive('callout')));
	const picture = $derived.by(() => {
		void stamp;
		const { selection } = editor.state;
		return selection instanceof NodeSelection && ['image', 'recording'].includes(selection.node.type.name)
			? selection
			: null;
	});

	const tools = $derived([
		...marksOf(editor),
		{ name: 'link', words: 'Link', icon: LinkSign, run: () => (asks = asks === 'link' ? null : 'link') },
		{
			name: 'find',
			words: 'Find on this page',
			icon: Search,
			run: () => (asks = asks === 'find' ? null : 'find')
		}
	]);
	/** On a phone a row holds what is pressed most; the rest stands in the menus, and is clipped nowhere. */
	const IN_MENUS = /List|underline|link|find/;
	const asked = (name: string) => tools.find((one) => one.name === name)!;
	const kinds = $derived([...shapes(editor), ...lists(editor), asked('underline'), asked('find')]);
	const putIns = $derived([...inserts(editor, surroundings), asked('link')]);
	const ends = $derived([
		{ words: 'Undo', icon: Undo, run: () => editor.chain().focus().undo().run() },
		{ words: 'Redo', icon: Redo, run: () => editor.chain().focus().redo().run() }
	]);
	/** The caret stays where it is: what is typed right after a press must not go into the button. */
	const stayInText = (event: MouseEvent) => event.preventDefault();
	const TOOL =
		'inline-flex h-9 min-w-8 shrink-0 max-sm:h-11 max-sm:min-w-11 items-center justify-center rounded px-2 hover:bg-accent-wash aria-pressed:bg-accent-wash';
</script>

{#snippet tool(words: string, Icon: typeof Undo, run: () => void, pressed?: boolean, roomy = false)}
	<button
		type="button"
		class="{TOOL} {roomy ? 'max-sm:hidden' : ''}"
		title={words}
		aria-label={words}
		aria-pressed={pressed}
		onmousedown={stayInText}
		onclick={run}><Icon size={16} /></button
	>
{/snippet}

<div class="no-print sticky bottom-0 z-10 bg-paper">
	{#if asks === 'link'}
		{#await import('./LinkRow.svelte') then { default: LinkRow }}
			<LinkRow {editor} onclose={() => (asks = null)} />
		{/await}
	{/if}
	{#if asks === 'find'}
		{#await import('./FindRow.svelte') then { default: FindRow }}
			<FindRow {editor} {stamp} onclose={() => (asks = null)} />
		{/await}
	{/if}
	{#if picture && !asks}
		{#key picture.node.attrs.id}
			{#await import('./PictureRow.svelte') then { default: PictureRow }}
				<PictureRow {editor} picture={picture.node} at={picture.from} />
			{/await}
		{/key}
	{/if}
	<div
		role="toolbar"
		aria-label="Writing"
		class="flex items-center gap-x-0.5 border-t border-line py-1 text-[0.8125rem]"
	>
		<div class="flex min-w-0 grow items-center gap-x-0.5 overflow-x-auto">
			<Menu label="Kind of text" choices={kinds} class="{TOOL} font-semibold">{style}</Menu>
			<Menu label="Put in" choices={putIns} class="{TOOL} font-semibold">Put in …</Menu>
			{#if table}
				<Menu label="Table" choices={table} class="{TOOL} font-semibold">Table</Menu>
			{/if}
			{#if inNote}
				{#await import('./note-choices') then { noteChoices }}
					<Menu label="Note" choices={noteChoices(editor)} class="{TOOL} font-semibold">Note</Menu>
				{/await}
			{/if}
			{#each tools as one (one.name)}
				{@render tool(
					one.words,
					one.icon,
					one.run,
					active(one.name) || asks === one.name,
					IN_MENUS.test(one.name)
				)}
			{/each}
		</div>
		{#each ends as one (one.words)}{@render tool(one.words, one.icon, one.run)}{/each}
	</div>
</div>
