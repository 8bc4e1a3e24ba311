<!-- Whose wording is to stand: one touch. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import type { How, Place } from './knots.svelte';

	interface Props {
		why: Place['why'];
		whom: string;
		disabled: boolean;
		onchoose: (how: How) => void;
	}
	let { why, whom, disabled, onchoose }: Props = $props();
	const choices = $derived<[How, string][]>(
		why === 'both-changed' || why === 'title'
			? [
					['students', 'Keep theirs'],
					['teachers', 'Use mine'],
					['both', 'Keep both']
				]
			: [
					['students', 'Let it stand'],
					['teachers', 'Take it out']
				]
	);
</script>

<div class="flex flex-wrap gap-2" role="group" aria-label="Untie for {whom}">
	{#each choices as [how, words] (how)}
		<Button {disabled} onclick={() => onchoose(how)}>{words}<span class="sr-only"> for {whom}</span></Button>
	{/each}
</div>
