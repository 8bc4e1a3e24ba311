<!-- What there is to say of the chosen picture or recording: what it is, what stands under it, how large it is. -->
<script lang="ts">
	import type { Editor } from '@tiptap/core';
	import type { Node as ProseNode } from '@tiptap/pm/model';
	import { FIELD, PRESS } from './rows';

	let { editor, picture, at }: { editor: Editor; picture: ProseNode; at: number } = $props();
	const SIZES = { '33%': 'Small', '50%': 'Half', '': 'As it is' };
	const sounds = $derived(picture.type.name === 'recording');
	const size = $derived(String(picture.attrs.width ?? ''));

	function say(name: string, value: string | null) {
		editor.view.dispatch(editor.state.tr.setNodeAttribute(at, name, value));
	}
</script>

<div
	class="flex flex-wrap items-center gap-2 border-t border-line py-2 text-[0.8125rem]"
	role="group"
	aria-label={sounds ? 'The recording' : 'The picture'}
>
	<input
		class="{FIELD} min-w-44 grow"
		aria-label={sounds ? 'Name of the recording' : 'What is on the picture'}
		placeholder={sounds ? 'What is to be heard or seen?' : 'What is on it, for those who cannot see it?'}
		value={picture.attrs.alt ?? ''}
		oninput={(event) => say('alt', event.currentTarget.value)}
	/>
	{#if !sounds}
		<input
			class="{FIELD} min-w-36 grow"
			aria-label="What stands under it"
			placeholder="Words under it"
			value={picture.attrs.title ?? ''}
			oninput={(event) => say('title', event.currentTarget.value || null)}
		/>
		{#each Object.entries(SIZES) as [width, words] (width)}
			<button
				type="button"
				class="{PRESS} aria-pressed:bg-accent-wash"
				aria-pressed={size === width}
				onclick={() => say('width', width || null)}>{words}</button
			>
		{/each}
	{/if}
</div>
