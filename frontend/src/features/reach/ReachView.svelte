<!-- Who has what. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { copyAt } from '../../api/copy-at';
	import { go, route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { count } from '../../ui/words';
	import { Frame } from '../people';
	import { cellOf } from './cells';
	import Cloth from './Cloth.svelte';
	import { ReachState } from './reach.svelte';
	import Stitch from './Stitch.svelte';

	const master = Number((route.params as { master: string }).master);
	const reach = new ReachState(master);
	const LEGEND = [
		[1, 'not opened'],
		[2, 'opened'],
		[3 + 32 * 6, 'writing, how much'],
		[2 + 8, 'behind'],
		[3 + 16, 'knot'],
		[5, 'in their drawer'],
		[6, 'pulled back'],
		[7, 'cut loose']
	] as const;

	onMount(() => lookUp(() => reach.load()));

	let kept = $state(false);
	const look = (id: number) => {
		kept = false;
		void attempt(() => reach.choose(id));
	};
	const keep = () =>
		attempt(async () => {
			const name = await reach.keepBehind();
			kept = true;
			toasts.say(`“${name}” is a group now. Choose it wherever you say whom a page is for.`);
		});

	async function open(notebook: number, page: number) {
		const copy = await attempt(() => copyAt(notebook, page));
		if (copy) go(`/master/${master}/look/${copy}`);
	}
</script>

<Frame {master} here="reach" title="Reach">
	<div class="flex h-full flex-col pt-5">
		<div class="flex flex-wrap items-center gap-x-5 gap-y-2 px-5 sm:px-8">
			<h1 class="font-serif text-2xl font-semibold">Who has what</h1>
			<div class="flex gap-1" role="group" aria-label="Which class">
				{#each reach.classes as one (one.id)}
					<button
						type="button"
						aria-pressed={reach.chosen === one.id}
						class="rounded-md px-3 py-1.5 font-semibold aria-pressed:bg-accent-wash"
						onclick={() => look(one.id)}>{one.name}</button
					>
				{/each}
			</div>
			<label class="flex items-center gap-2 text-soft">
				Section
				<select
					class="rounded-md border border-line-strong/60 bg-raised px-2 py-1.5 text-ink"
					onchange={(event) => (reach.section = Number(event.currentTarget.value) || null)}
				>
					<option value="">all</option>
					{#each reach.sections as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
				</select>
			</label>
			<span class="grow"></span>
			{#if reach.onlyBehind && !reach.reads}
				<Button go onclick={() => go(reach.pushAddress())}>Bring them up to date</Button>
				{#if !kept}<Button onclick={keep}>Keep them as a group</Button>{/if}
			{/if}
			{#if reach.behind.length}
				<Button aria-pressed={reach.onlyBehind} onclick={() => (reach.onlyBehind = !reach.onlyBehind)}>
					{reach.onlyBehind
						? 'Show everyone'
						: `${count(reach.behind.length, 'student is', 'students are')} behind`}
				</Button>
			{/if}
		</div>
		{#if reach.board && reach.board.pages.length === 0}
			<p class="px-8 py-10 text-soft">
				Nothing has been given out to this class yet. Push a page, and it shows here.
			</p>
		{:else if reach.board}
			<ul
				class="flex flex-wrap gap-x-5 px-5 pt-2 text-[0.7812rem] text-soft sm:px-8"
				aria-label="The stitches"
			>
				{#each LEGEND as [code, words] (words)}
					<li class="flex items-center gap-1.5"><Stitch cell={cellOf(code)} />{words}</li>
				{/each}
			</ul>
			<Cloth {reach} onopen={open} />
		{/if}
	</div>
</Frame>
