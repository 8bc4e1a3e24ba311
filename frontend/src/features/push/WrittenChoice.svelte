<!-- What becomes of pages with students' words on them: a part of the sentence. -->
<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import Pick from '../../ui/Pick.svelte';
	import type { Written } from './push.svelte';

	let { written, onchoose }: { written: Written; onchoose: (written: Written) => void } = $props();
	const CHOICES: Record<Written, { words: string; under: string }> = {
		drawer: {
			words: 'goes into their drawer',
			under: 'It leaves the list of pages. They can still read it, write on it and bring it back.'
		},
		teacher: {
			words: 'is kept for me',
			under: 'It leaves their notebook. You can read it, and give it back at any time.'
		}
	};
	const offered = Object.entries(CHOICES) as [Written, (typeof CHOICES)[Written]][];
</script>

<Pick words={CHOICES[written].words} label="Where a student has written" after=".">
	<div role="radiogroup" aria-label="Where a student has written" class="py-1">
		{#each offered as [choice, told] (choice)}
			<button
				type="button"
				role="radio"
				aria-checked={written === choice}
				class="grid w-full grid-cols-[20px_1fr] gap-x-2 px-3 py-2 text-left hover:bg-accent-wash"
				onclick={() => onchoose(choice)}
			>
				<span class="pt-0.5 text-accent"
					>{#if written === choice}<Check size={16} />{/if}</span
				>
				<span><b>It {told.words}</b><small class="block text-[12.5px] text-soft">{told.under}</small></span>
			</button>
		{/each}
	</div>
</Pick>
