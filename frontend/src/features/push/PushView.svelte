<!-- Before: the sentence, and under it the plan. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { go, route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import { Frame } from '../session';
	import Outcomes from './Outcomes.svelte';
	import { PushState } from './push.svelte';
	import Sentence from './Sentence.svelte';
	import Strip from './Strip.svelte';

	const id = Number((route.params as { master: string }).master);
	const push = new PushState(id);
	const asked = new URLSearchParams(location.search).get('pages') ?? '';

	onMount(() => attempt(() => push.load(asked.split('.').filter(Boolean).map(Number))));

	const reached = $derived(push.plan?.students.length ?? 0);
	const nothing = $derived(push.plan !== null && !push.plan.changes_anything);

	async function start() {
		if (!push.plan || nothing || push.busy) return;
		const started = await push.start();
		if (started) go(`/master/${id}/pushes/${started}`);
	}

	function keys(event: KeyboardEvent) {
		if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void start();
	}
</script>

<svelte:window onkeydown={keys} />

<Frame master={id} here="master" title="Push">
	<div class="mx-auto flex min-h-full max-w-5xl flex-col px-5 pt-8 sm:px-14 sm:pt-12">
		{#if push.master}
			<Sentence {push} verb="Push">
				now. Each page goes into its own section, in the order of the master. Whoever has it keeps their
				writing.
			</Sentence>
		{/if}
		{#if push.problem}
			<p role="alert" class="mt-8 max-w-xl"><b>{push.problem.message}</b> {push.problem.hint}</p>
		{:else if push.plan}
			<div class="mt-7 mb-5"><Strip rows={push.plan.rows} students={push.plan.students} /></div>
			<div class="grow pb-8">
				<Outcomes {...push.plan} />
			</div>
			<footer
				class="sticky bottom-0 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-line bg-paper py-4"
			>
				<Button go class="px-5 py-2.5 text-base" disabled={nothing || push.busy} onclick={start}>
					{nothing ? 'Nothing to push' : `Push to ${count(reached, 'student')}`}
				</Button>
				<Button onclick={() => history.back()}>Not now</Button>
				<span class="text-soft" role="status">
					{nothing
						? 'Everyone has it already, on the newest edition.'
						: 'Nothing has happened yet. Ctrl and Enter pushes.'}
				</span>
			</footer>
		{/if}
	</div>
</Frame>
