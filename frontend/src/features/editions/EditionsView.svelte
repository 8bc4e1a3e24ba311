<!-- Two editions of a page, side by side or in one. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { PageEditor, type PageNode, type Surroundings } from '../../editor';
	import { route } from '../../router';
	import { Frame } from '../people';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { ComparisonState } from './comparison.svelte';

	const params = route.params as { master: string; page: string; one: string; other: string };
	const compared = new ComparisonState(Number(params.page), Number(params.one), Number(params.other));

	const reading = (against: PageNode, struck: boolean): Surroundings => ({
		hand: 'reader',
		onlySpaces: false,
		addFile: async () => null,
		teacherName: '',
		against: { page: against, struck }
	});
	onMount(() => void lookUp(() => compared.load()));
</script>

{#snippet choice(side: 'one' | 'other', label: string)}
	<label class="flex items-center gap-2">
		<span class="text-soft">{label}</span>
		<select
			class="rounded-md border border-line-strong/60 bg-raised px-2 py-1.5"
			aria-label={side === 'one' ? 'The earlier one' : 'The later one'}
			value={compared[side]}
			onchange={(event) => attempt(() => compared.choose(side, Number(event.currentTarget.value)))}
		>
			{#each compared.choices as one (one.number)}<option value={one.number}>{one.words}</option>{/each}
		</select>
	</label>
{/snippet}

{#snippet sheet(page: PageNode, other: PageNode, struck: boolean, label: string)}
	<PageEditor {page} surroundings={reading(other, struck)} facts={compared.facts(page)} {label} />
{/snippet}

<Frame master={Number(params.master)} here="master" title="Editions">
	{#if compared.found && compared.before && compared.after}
		<div class="mx-auto max-w-[1240px] px-5 pt-6 pb-16 sm:px-8">
			<a
				class="thumb font-semibold text-soft hover:text-ink"
				href="/master/{params.master}/page/{params.page}">Back to the page</a
			>
			<h1 class="mt-2 mb-3 font-serif text-2xl font-semibold">{compared.found.title}</h1>
			<div class="flex flex-wrap items-center gap-x-5 gap-y-2">
				{@render choice('one', 'From')}
				{@render choice('other', 'to')}
				<label class="flex items-center gap-2"
					><input type="checkbox" bind:checked={compared.inOne} /> in one page</label
				>
			</div>
			{#if compared.found.changed.length}
				<ul class="mt-4 mb-6 list-disc pl-5 text-[0.875rem]" aria-label="What changed">
					{#each compared.found.changed as change, k (k)}<li>{change.words}</li>{/each}
				</ul>
			{:else}
				<p class="mt-4 mb-6 text-soft">The two are the same.</p>
			{/if}
			{#key compared.found}
				{#if compared.inOne}
					<div class="max-w-[760px]">
						{@render sheet(compared.after, compared.before, true, 'Both in one page')}
					</div>
				{:else}
					<div class="grid gap-10 md:grid-cols-2">
						{@render sheet(compared.before, compared.after, false, 'The earlier one')}
						{@render sheet(compared.after, compared.before, false, 'The later one')}
					</div>
				{/if}
			{/key}
		</div>
	{/if}
</Frame>
