<!-- Finding words on the page, and putting others in their place. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import { onMount } from 'svelte';
	import { findIn, foundIn, replace, replaceAll, seek, step } from './find';
	import { FIELD, PRESS } from './rows';

	let { editor, stamp, onclose }: { editor: Editor; stamp: number; onclose: () => void } = $props();
	// svelte-ignore state_referenced_locally
	findIn(editor);
	let sought = $state('');
	let words = $state('');
	let replaced = $state(0);
	const now = $derived((void stamp, foundIn(editor.view)));
	const told = $derived.by(() => {
		if (replaced) return `${replaced} replaced`;
		if (!sought) return '';
		return now.found.length ? `${now.at + 1} of ${now.found.length}` : 'not on this page';
	});

	function look(words: string) {
		sought = words;
		replaced = 0;
		seek(editor.view, words);
	}
	onMount(() => () => editor.isDestroyed || seek(editor.view, ''));

	function keys(event: KeyboardEvent) {
		if (event.key === 'Escape') onclose();
		else if (event.key === 'Enter') step(editor.view, event.shiftKey ? -1 : 1);
		else return;
		event.preventDefault();
	}
	const ready = (input: HTMLInputElement) => input.focus();
</script>

<div
	class="flex flex-wrap items-center gap-2 border-t border-line py-2 text-[0.8125rem]"
	role="search"
	aria-label="On this page"
>
	<input
		class="{FIELD} min-w-24 grow"
		aria-label="Words to find"
		placeholder="Find on this page"
		value={sought}
		oninput={(event) => look(event.currentTarget.value)}
		{@attach ready}
		onkeydown={keys}
	/>
	<span class="min-w-16 text-soft" role="status">{told}</span>
	<input
		class="{FIELD} min-w-24 grow"
		aria-label="Put in its place"
		placeholder="Put in its place"
		bind:value={words}
	/>
	<button type="button" class={PRESS} disabled={!now.found.length} onclick={() => step(editor.view, 1)}
		>Next</button
	>
	<button type="button" class={PRESS} disabled={!now.found.length} onclick={() => replace(editor.view, words)}
		>Replace</button
	>
	<button
		type="button"
		class={PRESS}
		disabled={!now.found.length}
		onclick={() => (replaced = replaceAll(editor.view, words))}>All</button
	>
</div>
