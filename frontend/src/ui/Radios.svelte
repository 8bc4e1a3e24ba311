<!-- A few ways of which one is meant, each with what it comes to. -->
<script lang="ts" generics="T extends string">
	import Check from '@lucide/svelte/icons/check';

	interface Props {
		label: string;
		choices: Record<T, { words: string; under?: string }>;
		chosen: T;
		onchoose: (choice: T) => void;
	}
	let { label, choices, chosen, onchoose }: Props = $props();
	const offered = $derived(Object.entries(choices) as [T, Props['choices'][T]][]);
</script>

<div role="radiogroup" aria-label={label} class="py-1">
	{#each offered as [choice, told] (choice)}
		<button
			type="button"
			role="radio"
			aria-checked={chosen === choice}
			class="grid min-h-9 w-full grid-cols-[20px_1fr] items-start gap-x-2 px-3 py-1.5 text-left hover:bg-accent-wash"
			onclick={() => onchoose(choice)}
		>
			<span class="pt-0.5 text-accent"
				>{#if chosen === choice}<Check size={16} />{/if}</span
			>
			<span
				><span class={told.under ? 'font-semibold' : ''}>{told.words}</span>{#if told.under}<small
						class="block text-[0.7812rem] text-soft">{told.under}</small
					>{/if}</span
			>
		</button>
	{/each}
</div>
