<!-- Students by name in columns, with what is to be said of each. -->
<script lang="ts">
	export interface Named {
		id: number;
		person_name?: string;
		class_name?: string;
		note?: string;
	}
	interface Props {
		people: Named[];
		noted: boolean;
		onread?: (notebook: number) => void;
	}
	let { people, noted, onread }: Props = $props();
	const MOST = 300;
	const more = $derived(Math.max(0, people.length - MOST));
</script>

<ul class="columns-2 gap-6 sm:columns-3">
	{#each people.slice(0, MOST) as person (person.id)}
		<li class="leading-6 {noted ? 'break-inside-avoid' : 'truncate'}">
			{#if onread}
				<button
					type="button"
					class="thumb hover:underline"
					title="Read this page of {person.person_name}"
					onclick={() => onread(person.id)}>{person.person_name}</button
				>
			{:else}{person.person_name}{/if}
			<span class="text-xs text-soft"
				>{person.class_name}{#if person.note}&nbsp;· {person.note}{/if}</span
			>
		</li>
	{/each}
</ul>
{#if more}<p class="mt-1 text-soft">and {more.toLocaleString('en')} more</p>{/if}
