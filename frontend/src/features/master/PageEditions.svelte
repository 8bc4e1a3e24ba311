<!-- The editions of a page as stitches on its thread, the newest first, and who stands on each. -->
<script lang="ts">
	import Sign from '../../thread/Sign.svelte';
	import { count, day } from '../../ui/words';
	import type { MasterPageState } from './page.svelte';

	let { page, compare }: { page: MasterPageState; compare: (one: number, other: number) => string } =
		$props();
	const first = $derived(page.editions.at(-1)?.number);
</script>

{#each page.editions as edition, k (edition.id)}
	<li class="relative min-h-13 pb-6 pl-8">
		{#if k < page.editions.length - 1}
			<span class="absolute top-5 bottom-0 left-[11px] w-0.5 bg-thread"></span>
		{/if}
		<Sign name="stitch" class="absolute -top-0.5 left-0 h-6 w-6" />
		<p class="font-semibold">Edition {edition.number}</p>
		<p class="text-[0.7812rem] text-soft">
			{day(edition.made_at)}{edition.number === first ? ', first given' : ''}
			{#if k + 1 < page.editions.length}
				· <a
					class="thumb underline hover:text-ink"
					href={compare(page.editions[k + 1]!.number, edition.number)}>what it changed</a
				>
			{/if}
		</p>
		<p class="text-[0.8125rem] font-semibold">
			{edition.students ? count(edition.students, 'student') : 'nobody'}
		</p>
		{#if edition.students}
			<p class="text-[0.7812rem] text-soft">
				{edition.written} have written{k > 0 ? ' · behind' : ''}
			</p>
		{/if}
	</li>
{/each}
