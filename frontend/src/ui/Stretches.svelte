<!-- A few words of a page, those that were sought set off. -->
<script lang="ts">
	let { stretches }: { stretches: { words: string; sought: boolean }[] } = $props();
</script>

{#each stretches as { words, sought }, k (k)}{#if sought}<b class="text-ink">{words}</b
		>{:else}{words}{/if}{/each}
