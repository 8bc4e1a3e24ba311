<!-- Whether everyone in a class has what it was given, and what happens for those who come later. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count, list } from '../../ui/words';
	import type { ClassesState } from './classes.svelte';

	let { classes }: { classes: ClassesState } = $props();
	/** Names in a row before it says how many more there are. */
	const MOST = 4;
	const shown = $derived(classes.shown!);
	const missing = $derived(classes.missing!);
</script>

<div class="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line pb-3">
	<p class="grow">
		{#if missing.students}
			<b>{count(missing.students, 'student lacks', 'students lack')}</b>
			{missing.students > 1 && missing.pages > 1 ? 'up to ' : ''}{count(missing.pages, 'page')} that {shown.name}
			should have by now.
		{:else}
			Everyone in {shown.name} has all that was pushed to it.
		{/if}
	</p>
	{#if missing.students}
		<Button onclick={() => attempt(() => classes.catchUp())}>Give them what they lack</Button>
	{/if}
	{#if !shown.guest}<label class="flex items-center gap-2 text-[0.875rem] text-soft">
			<input
				type="checkbox"
				checked={shown.catches_up}
				onchange={(event) => attempt(() => classes.setCatchingUp(event.currentTarget.checked))}
			/>
			Whoever joins later is given these pages at once
		</label>{/if}
	{#if missing.groups.length}
		<details class="w-full">
			<summary class="cursor-pointer text-soft hover:text-ink">Who lacks what</summary>
			<ul class="mt-1 divide-y divide-line">
				{#each missing.groups as group (`${group.notebook_ids[0]} ${group.titles[0]}`)}
					<li class="flex items-baseline gap-3 py-1.5">
						<span class="grow">
							<b class="font-semibold">{list(group.names, MOST)}</b>
							<span class="text-soft"
								>· {list(
									group.titles.map((title) => `“${title}”`),
									MOST
								)}</span
							>
						</span>
						{#if missing.groups.length > 1}
							<Button quiet onclick={() => attempt(() => classes.catchUp(group.notebook_ids))}
								>Give it to {group.names.length > 1 ? 'these' : group.names[0]}</Button
							>
						{/if}
					</li>
				{/each}
			</ul>
		</details>
	{/if}
</div>
