<!-- The master: its outline at the side, one page in the middle. -->
<script lang="ts">
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import { onMount, type Component } from 'svelte';
	import { route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import type { Asks } from './asks';
	import { MasterState } from './master.svelte';
	import Side from './Side.svelte';

	const params = $derived(route.params as { master: string; page?: string });
	// svelte-ignore state_referenced_locally
	const master = new MasterState(Number(params.master));
	// With no page in the address the first changed one is shown. The address stays: to change it here would
	// take away the way to another view that the teacher may have chosen meanwhile.
	let first = $state<number | null>(null);
	/** The outline does not wait for what a page is shown with. */
	let MasterPage = $state.raw<Component<{ master: MasterState; id: number }> | null>(null);
	const page = $derived(params.page ? Number(params.page) : first);
	/** What one is asked before something is made: by the outline, or by a master in which nothing is yet. */
	let asks = $state<Asks>({});
	const empty = $derived(master.rows.length === 0);

	onMount(() => void attempt(async () => (MasterPage = (await import('./MasterPage.svelte')).default)));
	onMount(() =>
		lookUp(async () => {
			await master.load();
			first = (master.view?.pages.find((one) => one.changed) ?? master.view?.pages[0])?.id ?? null;
		})
	);
</script>

<main class="grid h-full grid-cols-1 md:grid-cols-[304px_minmax(0,1fr)] print:block print:h-auto">
	<!-- Where there is no room for both: the outline by its own address, a page by its. -->
	<div class="min-h-0 print:hidden {params.page ? 'max-md:hidden' : ''}">
		<Side {master} {page} alone={!params.page && !empty} bind:asks />
	</div>
	<div
		class="min-h-0 overflow-y-auto border-line bg-paper md:border-l print:overflow-visible print:border-0 print:bg-white {params.page ||
		empty
			? ''
			: 'max-md:hidden'}"
	>
		{#if !empty}<a
				href="/master/{master.id}"
				class="inline-flex min-h-11 items-center gap-1 px-4 pt-2 font-semibold md:hidden"
				><ChevronLeft size={16} /> All pages</a
			>{/if}
		{#if page && master.view && MasterPage}
			{#key page}<MasterPage {master} id={page} />{/key}
		{:else if master.view && master.view.pages.length === 0}
			<div class="mx-auto max-w-md px-6 py-24">
				<h1 class="mb-3 font-serif text-2xl font-semibold">Your master begins here</h1>
				<p class="text-soft">
					{empty
						? 'Pages stand in sections: a unit, a week, a theme.'
						: 'Press “New page” at the left, and write.'} Nobody sees any of it before you push it.
				</p>
				{#if empty}
					<div class="mt-5 flex flex-wrap gap-3">
						<Button go onclick={() => (asks.made = { kind: 'section', holder: null, parent: null })}
							>Make the first section</Button
						>
						<Button onclick={() => (asks.bringing = true)}>Bring in what you have</Button>
					</div>
				{/if}
			</div>
		{/if}
	</div>
</main>
