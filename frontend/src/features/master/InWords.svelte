<!-- Pages on which what is sought stands in the text, under those that are called so. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Stretches from '../../ui/Stretches.svelte';
	import { report } from '../../ui/report';
	import type { MasterState } from './master.svelte';

	let { master }: { master: MasterState } = $props();
	let found = $state.raw<Schemas['FoundPageOut'][]>([]);
	const PAUSE = 200;
	const LEAST = 2;

	$effect(() => {
		const words = master.sought.trim();
		if (words.length < LEAST) {
			found = [];
			return;
		}
		let stale = false;
		const later = setTimeout(() => {
			master
				.search(words)
				.then((pages) => !stale && (found = pages))
				.catch(report);
		}, PAUSE);
		return () => {
			stale = true;
			clearTimeout(later);
		};
	});
</script>

{#if found.length}
	<h2 class="mt-4 mb-1 pl-4 text-[0.7812rem] font-semibold text-soft">In the words of pages</h2>
	<ul>
		{#each found as page (page.page_id)}
			<li>
				<a
					class="block rounded-md px-4 py-1.5 hover:bg-raised/60"
					href="/master/{master.id}/page/{page.page_id}"
				>
					<span class="block font-semibold">{page.title}</span>
					<span class="block text-[0.7812rem] text-soft"><Stretches stretches={page.snippet} /></span>
				</a>
			</li>
		{/each}
	</ul>
{/if}
