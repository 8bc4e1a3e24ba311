<!-- How a master page came about, and going back. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { dayAndTime } from '../../ui/words';
	import type { MasterPageState } from './page.svelte';

	let { page, open = $bindable() }: { page: MasterPageState; open: boolean } = $props();
	let moments = $state.raw<Schemas['PastMomentOut'][]>([]);

	$effect(() => {
		if (open) void attempt(async () => (moments = await page.past()));
	});

	async function back(moment: Schemas['PastMomentOut']) {
		const before = await attempt(() => page.goBack(moment.revision));
		open = false;
		if (before === undefined) return;
		toasts.say(`The page is as it was ${dayAndTime(moment.made_at)}.`, {
			undo: () => void attempt(() => page.goBack(before))
		});
	}
</script>

<Dialog bind:open title="How this page came about">
	<ol class="divide-y divide-line">
		{#each moments as moment, k (moment.revision)}
			<li class="flex items-start gap-3 py-2">
				<div class="min-w-0 grow">
					<b>{dayAndTime(moment.made_at)}</b>
					<span class="text-soft">{moment.made_by}</span>
					<ul class="text-[0.8125rem]">
						{#each moment.changed.slice(0, 4) as words, n (n)}<li>{words}</li>{/each}
						{#if moment.changed.length > 4}<li class="text-soft">
								and {moment.changed.length - 4} more
							</li>{/if}
					</ul>
				</div>
				{#if k > 0}<Button onclick={() => back(moment)}>Go back to it</Button>{:else}<span class="text-soft"
						>now</span
					>{/if}
			</li>
		{/each}
	</ol>
</Dialog>
