<!-- What becomes of pages with students' words on them: a part of the sentence. -->
<script lang="ts">
	import Pick from '../../ui/Pick.svelte';
	import Radios from '../../ui/Radios.svelte';
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
		},
		own: {
			words: 'stays with them, cut loose',
			under: 'It is a page of their own from then on: no later push changes it, unless you tie it again.'
		},
		cut: {
			words: 'stays, and so does every other: all are cut loose',
			under: 'Nothing leaves any notebook. Everyone keeps the page as their own.'
		}
	};
	const choices = Object.fromEntries(
		Object.entries(CHOICES).map(([name, told]) => [name, { ...told, words: `It ${told.words}` }])
	) as typeof CHOICES;
</script>

<Pick words={CHOICES[written].words} label="Where a student has written" after=".">
	<Radios label="Where a student has written" {choices} chosen={written} {onchoose} />
</Pick>
