<!-- The four places of a teacher. -->
<script lang="ts">
	interface Props {
		master: number;
		here: 'master' | 'reach' | 'pushes' | 'classes';
	}
	let { master, here }: Props = $props();
	const places = $derived([
		{ key: 'master', words: 'Master', address: `/master/${master}` },
		{ key: 'reach', words: 'Reach', address: `/master/${master}/reach` },
		{ key: 'pushes', words: 'Pushes', address: `/master/${master}/pushes` },
		{ key: 'classes', words: 'Classes', address: `/master/${master}/classes` }
	]);
</script>

<nav class="flex gap-4 font-medium" aria-label="Places">
	{#each places as place (place.key)}
		<a
			href={place.address}
			aria-current={place.key === here ? 'page' : undefined}
			class="pb-0.5 {place.key === here ? 'border-b-2 border-ink text-ink' : 'text-soft hover:text-ink'}"
			>{place.words}</a
		>
	{/each}
</nav>
