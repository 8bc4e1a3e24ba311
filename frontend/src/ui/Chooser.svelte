<!-- A list to choose from, with a place to seek in it; by key as well as by touch. -->
<script lang="ts" generics="T extends { id: number; words: string; under?: string }">
	import Check from '@lucide/svelte/icons/check';
	import { seeker } from './sought';

	interface Props {
		label: string;
		items: T[];
		chosen: number[];
		quick?: { words: string; run: () => void }[];
		ontoggle: (id: number) => void;
		/** Chooses all that was found, at Enter. */
		ontake?: (ids: number[]) => void;
		/** Other choices follow: a long list scrolls by itself, so that they can be reached. */
		short?: boolean;
	}
	let { label, items, chosen, quick = [], ontoggle, ontake, short = false }: Props = $props();
	let sought = $state('');
	const found = $derived(seeker(sought));
	const shown = $derived(items.filter((item) => found(`${item.words} ${item.under ?? ''}`)));
	const takes = $derived(ontake && sought.trim() && shown.length ? shown.map((item) => item.id) : null);

	function take(event: KeyboardEvent) {
		if (event.key !== 'Enter' || !takes) return;
		event.preventDefault();
		event.stopPropagation(); // what is chosen is seen in the plan before a push goes out
		ontake!([...new Set([...chosen, ...takes])]);
		sought = '';
	}
	const most = 400;
	/** So many are seen at one look. */
	const few = $derived(items.length < 8);
</script>

{#if !few || quick.length}
	<div class="sticky top-0 z-10 flex flex-wrap gap-2 border-b border-line bg-raised p-2">
		{#if !few}<input
				class="min-w-0 grow rounded border border-line bg-paper px-2 py-1"
				placeholder="Find in {label.toLowerCase()}"
				aria-label="Find in {label}"
				bind:value={sought}
				onkeydown={take}
			/>{:else}<span class="grow px-1 py-1 font-semibold text-soft">{label}</span>{/if}
		{#each quick as one (one.words)}
			<button type="button" class="rounded px-2 py-1 font-semibold hover:bg-accent-wash" onclick={one.run}>
				{one.words}
			</button>
		{/each}
	</div>
{:else}
	<p class="px-3 pt-2 font-semibold text-soft">{label}</p>
{/if}
{#if takes}
	<p class="px-3 pt-1 text-[0.7812rem] text-soft" role="status">
		Enter: {takes.length === 1 ? shown[0]!.words : `all ${takes.length}`}
	</p>
{/if}
<ul class="py-1 {short ? 'max-h-56 overflow-y-auto' : ''}" aria-label={label}>
	{#each shown.slice(0, most) as item (item.id)}
		{@const on = chosen.includes(item.id)}
		<li>
			<button
				type="button"
				role="checkbox"
				aria-checked={on}
				class="flex min-h-9 w-full items-center gap-2 px-3 py-1 text-left hover:bg-accent-wash"
				onclick={() => ontoggle(item.id)}
			>
				<span
					class="grid h-4 w-4 shrink-0 place-items-center rounded-[4px] border {on
						? 'border-accent text-accent'
						: 'border-line-strong'}"
					>{#if on}<Check size={14} />{/if}</span
				>
				<span class="min-w-0 grow truncate">{item.words}</span>
				{#if item.under}<span class="shrink-0 text-xs text-soft">{item.under}</span>{/if}
			</button>
		</li>
	{:else}
		<li class="text-soft px-4 py-3">Nothing is called that.</li>
	{/each}
</ul>
