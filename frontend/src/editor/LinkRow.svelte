<!-- The address of a link, put on the chosen words or taken off them. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import { addressOf } from './address';
	import { FIELD, PRESS } from './rows';

	let { editor, onclose }: { editor: Editor; onclose: () => void } = $props();
	// svelte-ignore state_referenced_locally
	const leadsTo = String(editor.getAttributes('link').href ?? '');
	let typed = $state(leadsTo);
	// svelte-ignore state_referenced_locally
	const isLink = editor.isActive('link');
	const address = $derived(addressOf(typed));

	function put(event: SubmitEvent) {
		event.preventDefault();
		if (!address) return;
		const chain = editor.chain().focus().extendMarkRange('link');
		if (editor.state.selection.empty && !isLink) {
			chain.insertContent({
				type: 'text',
				text: typed.trim(),
				marks: [{ type: 'link', attrs: { href: address } }]
			});
		} else chain.setMark('link', { href: address });
		chain.run();
		onclose();
	}
	function takeOff() {
		editor.chain().focus().extendMarkRange('link').unsetMark('link').run();
		onclose();
	}
	const ready = (input: HTMLInputElement) => input.focus();
</script>

<form class="flex flex-wrap items-center gap-2 border-t border-line py-2 text-[0.8125rem]" onsubmit={put}>
	<input
		class="{FIELD} min-w-40 grow"
		aria-label="Where the link leads"
		placeholder="Address, such as example.org or somebody@example.org"
		bind:value={typed}
		{@attach ready}
		onkeydown={(event) => event.key === 'Escape' && onclose()}
	/>
	<button type="submit" class={PRESS} disabled={!address}>Put the link</button>
	{#if isLink}
		<a href={leadsTo} target="_blank" rel="noopener noreferrer" class={PRESS}>Open it</a>
		<button type="button" class={PRESS} onclick={takeOff}>Take it off</button>
	{/if}
	<button type="button" class={PRESS} onclick={onclose}>Close</button>
</form>
