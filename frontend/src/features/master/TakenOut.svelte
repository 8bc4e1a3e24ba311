<!-- What was taken out of the master rests here for thirty days. -->
<script lang="ts">
	import { api, ask, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { attempt } from '../../ui/report';
	import { count, day } from '../../ui/words';
	import type { MasterState } from './master.svelte';

	let { master, open = $bindable() }: { master: MasterState; open: boolean } = $props();
	let items = $state.raw<Schemas['TakenOutOut'][] | null>(null);

	/** What rests: taken out within thirty days. */
	const takenOut = () =>
		ask(api.GET('/api/masters/{master_id}/taken-out', { params: { path: { master_id: master.id } } }));

	$effect(() => {
		if (open) void attempt(async () => (items = await takenOut()));
	});

	async function back(item: Schemas['TakenOutOut']) {
		await attempt(() => master.bringBack(item));
		items = (items ?? []).filter((one) => one !== item);
	}
</script>

<Dialog bind:open title="What was taken out">
	{#if items?.length}
		<ul class="divide-y divide-line">
			{#each items as item (`${item.kind}${item.id}`)}
				<li class="flex items-center gap-3 py-2">
					<span class="min-w-0 grow">
						<b>{item.name}</b>
						<span class="block text-[0.8125rem] text-soft"
							>{item.kind === 'section' ? `section of ${count(item.pages, 'page')}` : item.kind}, taken out {day(
								item.removed_at
							)}</span
						>
					</span>
					<Button onclick={() => back(item)}>Put it back</Button>
				</li>
			{/each}
		</ul>
	{:else if items}
		<p class="text-soft">Nothing. What you take out of the master rests here for thirty days.</p>
	{/if}
</Dialog>
