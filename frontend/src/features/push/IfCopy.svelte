<!-- What becomes of a copy that is there already: a part of the sentence of a push. -->
<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import Pick from '../../ui/Pick.svelte';
	import Radios from '../../ui/Radios.svelte';
	import { copyWords, USUAL, type How } from './how';
	import type { PushState } from './push.svelte';

	let { push }: { push: PushState } = $props();
	const how = $derived(push.how);
	const IF_COPY: Record<How['if_copy'], { words: string; under: string }> = {
		update: { words: 'gets what is new', under: 'And keeps all that they have written.' },
		leave: { words: 'keeps it as it is', under: 'Only those who have none get the page.' },
		second: { words: 'gets a second one', under: 'A fresh page, beside the one that they have.' }
	};
</script>

{#snippet also(on: boolean, words: string, meant: Partial<How>)}
	<button
		type="button"
		role="checkbox"
		aria-checked={on}
		class="grid min-h-9 w-full grid-cols-[20px_1fr] gap-x-2 px-3 py-1.5 text-left hover:bg-accent-wash"
		onclick={() => push.mean(meant)}
	>
		<span class="pt-0.5 text-accent"
			>{#if on}<Check size={16} />{/if}</span
		>{words}
	</button>
{/snippet}

<Pick words={copyWords(how)} label="Whoever has it" light={copyWords(how) === copyWords(USUAL)} after=".">
	<Radios
		label="Whoever has it"
		choices={IF_COPY}
		chosen={how.if_copy}
		onchoose={(if_copy) => push.mean({ if_copy, untied: false })}
	/>
	<div class="border-t border-line py-1">
		{@render also(how.drawer === 'fetch', 'Fetch it out of the drawer where it was put away', {
			drawer: how.drawer === 'fetch' ? 'leave' : 'fetch'
		})}
		{@render also(how.if_cut === 'tie', 'Tie it again where it was cut loose', {
			if_cut: how.if_cut === 'tie' ? 'leave' : 'tie'
		})}
		{@render also(how.untied, 'Give it tied to nothing: later pushes do not change it', {
			untied: !how.untied
		})}
	</div>
</Pick>
