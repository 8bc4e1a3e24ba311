<!-- A push that waits, runs or rests: how far it is, and what can be done about it. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import { session } from '../people';
	import type { ResultState } from './result.svelte';
	import Outcomes from './Outcomes.svelte';
	import { titlesOf } from './outcomes';
	import { asClock, spelled, written } from './when';

	let { result }: { result: ResultState } = $props();
	const push = $derived(result.view!.push);
	const may = $derived(result.view!.may_change);
	const waits = $derived(result.status === 'scheduled');
	const rests = $derived(result.status === 'paused');
	const done = $derived(`${result.done.toLocaleString('en')} of ${count(result.total, 'student')} done.`);
	// svelte-ignore state_referenced_locally
	let at = $state(push.begins_at ? asClock(new Date(push.begins_at), session.zone) : '');
	let plan = $state.raw<Schemas['PlanOut'] | null>(null);

	$effect(() => {
		if (waits) void attempt(async () => (plan = await result.plan()));
	});

	async function change(event: SubmitEvent) {
		event.preventDefault();
		await attempt(() => result.beginAt(at));
	}

	const run = (act: () => Promise<void>) => () => void attempt(act);
</script>

<div class="mt-6 max-w-xl">
	{#if waits}
		<p role="status">
			It waits for <b>{spelled(asClock(new Date(push.begins_at!), session.zone))}</b>, and goes out as the
			pages are then.
		</p>
		<form class="mt-3 flex flex-wrap items-center gap-2" onsubmit={change} hidden={!may}>
			<label class="text-soft" for="other-time">Another time</label>
			<input
				id="other-time"
				type="datetime-local"
				required
				class="rounded-md border border-line-strong bg-raised px-2 py-1"
				min={asClock(new Date(), session.zone)}
				bind:value={at}
			/>
			<Button type="submit">Wait until then</Button>
			<span class="text-[0.7812rem] text-soft">By the school’s clock, {written(session.zone)}.</span>
		</form>
	{:else}
		<progress class="h-2 w-full" max={result.total} value={result.done}></progress>
		<p class="mt-2" role="status">
			{done}
			{rests ? 'It rests here until you let it go on.' : 'You may leave; it goes on by itself.'}
		</p>
	{/if}
	<div class="mt-4 flex flex-wrap gap-2" hidden={!may}>
		{#if waits}
			<Button go onclick={run(() => result.beginAt(null))}>Push it now</Button>
			<Button onclick={run(() => result.end())}>Don’t push it</Button>
		{:else}
			{#if rests}
				<Button go onclick={run(() => result.again())}>Go on</Button>
			{:else}
				<Button onclick={run(() => result.pause())}>Pause</Button>
			{/if}
			<Button onclick={run(() => result.end())}>Stop here</Button>
		{/if}
	</div>
</div>

{#if waits && plan}
	<section class="mt-8" aria-label="What it would do now">
		<h2 class="mb-3 font-semibold">If it went out now</h2>
		<Outcomes {...plan} titles={titlesOf(plan)} />
	</section>
{/if}
