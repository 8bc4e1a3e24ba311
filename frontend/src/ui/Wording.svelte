<!-- One of two wordings, with the words in which it differs from the other set off. -->
<script lang="ts">
	import type { Part } from './differing';

	interface Props {
		parts: Part[];
		of: 'thread' | 'pencil';
		label?: string;
		/** What to say where there are no words. */
		empty?: string;
	}
	let { parts, of, label = '', empty = 'taken out' }: Props = $props();
	const look = $derived(
		of === 'thread'
			? { line: 'border-thread', wash: 'bg-thread-wash' }
			: { line: 'border-pencil', wash: 'bg-pencil-wash' }
	);
</script>

<p class="border-l-2 pl-3.5 font-serif text-[1rem] leading-relaxed {look.line}">
	{#if label}<small class="block font-sans text-[0.7812rem] font-semibold text-soft">{label}</small>{/if}
	{#each parts as part, k (k)}{#if part.differs}<mark class="rounded px-0.5 text-inherit {look.wash}"
				>{part.words}</mark
			>{:else}{part.words}{/if}{:else}<i>{empty}</i>{/each}
</p>
