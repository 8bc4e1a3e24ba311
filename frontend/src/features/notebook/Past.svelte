<!-- How a page came about: a thread of moments, newest first. -->
<script lang="ts">
	import X from '@lucide/svelte/icons/x';
	import Sign from '../../thread/Sign.svelte';
	import { attempt } from '../../ui/report';
	import { dayAndTime } from '../../ui/words';
	import { told, type PastState } from './past.svelte';

	let { past, hand }: { past: PastState; hand: 'student' | 'reader' } = $props();
	const signs = {
		given: 'needle',
		student: 'line',
		push: 'stitch',
		back: 'line',
		untied: 'knot',
		ready: 'line'
	} as const;
</script>

<aside
	aria-labelledby="past-title"
	class="fixed inset-x-0 bottom-0 z-30 flex max-h-[52vh] flex-col border-t border-line bg-paper shadow-lg md:inset-y-0 md:left-auto md:max-h-none md:w-80 md:border-t-0 md:border-l"
>
	<div class="flex items-center justify-between px-5 pt-4 pb-2">
		<h2 id="past-title" class="text-[0.9375rem] font-semibold">How this page came about</h2>
		<button type="button" class="-mr-2 p-2 text-soft hover:text-ink" onclick={() => past.close()}>
			<X size={18} /><span class="sr-only">Close</span>
		</button>
	</div>
	{#if past.moments?.length}
		<ol class="min-h-0 overflow-y-auto px-3 pb-6">
			{#each past.moments as moment, k (moment.revision)}
				{@const words = told(moment, hand)}
				{@const chosen = past.at ? past.at === moment : k === 0}
				<li>
					<button
						type="button"
						aria-current={chosen}
						class="relative block w-full rounded-md py-2 pr-2 pl-10 text-left hover:bg-raised aria-[current=true]:bg-accent-wash"
						onclick={() => void attempt(() => past.look(moment))}
					>
						<Sign
							name={signs[moment.cause]}
							color={moment.by_student ? 'pencil' : 'thread'}
							class="absolute top-0 left-2 h-full w-6"
						/>
						<span class="block font-semibold">{words.head}</span>
						<span class="block text-[0.8125rem] text-soft">{words.under}</span>
						<span class="block text-[0.7812rem] text-soft"
							>{dayAndTime(moment.made_at)}{k === 0 ? ' · now' : ''}</span
						>
					</button>
				</li>
			{/each}
		</ol>
	{:else if past.moments}
		<p class="px-5 pb-6 text-soft">Nobody has written here yet. What you write is kept here, step by step.</p>
	{/if}
</aside>
