<!-- The page's own thread: what is not pushed yet at the top, then the editions and who stands on each. -->
<script lang="ts">
	import Sign from '../../thread/Sign.svelte';
	import { count, day } from '../../ui/words';
	import { pullBackAddress } from '../push';
	import MasterPast from './MasterPast.svelte';
	import type { MasterState } from './master.svelte';
	import type { MasterPageState } from './page.svelte';
	import PageEditions from './PageEditions.svelte';
	import PageNotices from './PageNotices.svelte';
	import PushIt from './PushIt.svelte';

	let { page, master }: { page: MasterPageState; master: MasterState } = $props();
	const display = $derived(master.displayOf(page.id));
	let past = $state(false);
	const latest = $derived(page.editions[0]);
	const knotted = $derived(page.editions.reduce((all, edition) => all + edition.knotted, 0));
	const students = $derived(page.editions.reduce((all, edition) => all + edition.students, 0));
	const told = $derived(page.changed.slice(0, 5));

	const compare = (one: number, other: number) =>
		`/master/${master.id}/page/${page.id}/editions/${one}/${other}`;
</script>

<section aria-labelledby="thread-title" class="pr-5">
	<h2 id="thread-title" class="mb-3 pl-8 text-[0.8125rem] font-semibold text-soft">This page’s thread</h2>
	<PageNotices {page} {master} {display} {students} />
	<ol>
		{#if !latest}
			<li class="relative pl-8">
				<Sign name="loose" class="absolute -top-0.5 left-0 h-6 w-6" />
				<p class="font-semibold">Not given out yet</p>
				{#if display === 'ordinary'}<p class="mb-3 text-[0.8125rem] text-soft">
						Nobody but teachers sees it.
					</p>{/if}
				<PushIt {page} {master} />
			</li>
		{:else}
			<li class="relative min-h-13 pb-6 pl-8">
				<span class="absolute top-5 bottom-0 left-[11px] w-0.5 bg-thread"></span>
				<Sign name={page.changed.length ? 'loose' : 'line'} class="absolute -top-0.5 left-0 h-6 w-6" />
				{#if page.changed.length}
					<p class="font-semibold">Changed since {day(latest.made_at)}</p>
					<ul class="mt-1 mb-3 list-disc pl-4 text-[0.8125rem]">
						{#each told as change, k (k)}<li>{change.words}</li>{/each}
						{#if page.changed.length > told.length}
							<li>and {count(page.changed.length - told.length, 'more change')}</li>
						{/if}
					</ul>
					<div class="flex flex-wrap items-center gap-3">
						<PushIt {page} {master} />
						<a
							class="thumb text-[0.8125rem] text-soft underline hover:text-ink"
							href={compare(latest.number, 0)}>Compare the two</a
						>
					</div>
				{:else}
					<p class="font-semibold">Nothing new</p>
					<p class="mb-3 text-[0.8125rem] text-soft">The newest edition is what you see.</p>
					<PushIt {page} {master} />
				{/if}
			</li>
			{#if knotted}
				<li class="relative min-h-13 pb-6 pl-8">
					<span class="absolute top-5 bottom-0 left-[11px] w-0.5 bg-thread"></span>
					<Sign name="knot" class="absolute -top-0.5 left-0 h-6 w-6" />
					<p class="font-semibold">{count(knotted, 'student has', 'students have')} a knot</p>
					<a
						class="thumb text-[0.8125rem] text-soft underline hover:text-ink"
						href="/master/{master.id}/page/{page.id}/knots">See and untie</a
					>
				</li>
			{/if}
			<PageEditions {page} {compare} />
		{/if}
	</ol>
	<p class="mt-4 mb-2 pl-8 text-[0.8125rem]">
		<button type="button" class="thumb text-soft underline hover:text-ink" onclick={() => (past = true)}
			>How it came about</button
		>
		{#if !master.reads}
			<br /><a class="thumb text-soft underline hover:text-ink" href="/master/{master.id}/page/{page.id}/as"
				>As a student sees it</a
			>
		{/if}
	</p>
	<MasterPast {page} bind:open={past} />
	{#if students && !master.reads}
		<p class="pl-8 text-[0.8125rem] text-soft">
			Given out by mistake?
			<a class="thumb whitespace-nowrap underline hover:text-ink" href={pullBackAddress(master.id, [page.id])}
				>Pull it back</a
			>
		</p>
	{/if}
</section>
