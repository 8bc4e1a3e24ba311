<!-- During and after: how far it is, then what happened, student by student. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import type { Schemas } from '../../api/client';
	import { copyAt } from '../../api/copy-at';
	import { go, route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { count, dayAndTime } from '../../ui/words';
	import { Frame } from '../people';
	import { afterwards, undoneWords } from './afterwards';
	import NextSteps from './NextSteps.svelte';
	import Outcomes from './Outcomes.svelte';
	import { titlesOf } from './outcomes';
	import { deed, say } from './say';
	import UnderWay from './UnderWay.svelte';
	import Undoing from './Undoing.svelte';
	import { ResultState } from './result.svelte';
	import Strip from './Strip.svelte';

	const params = route.params as { master: string; push: string };
	const master = Number(params.master);
	const result = new ResultState(Number(params.push));

	onMount(() => {
		void lookUp(async () => {
			await result.load();
			result.follow();
		});
		return () => result.stop();
	});

	let undoing = $state.raw<Schemas['UndoPlanOut'] | null>(null);
	const view = $derived(result.view);
	const pulled = $derived(view?.push.kind === 'pull-back' || view?.push.kind === 'cut');
	const told = $derived(view ? afterwards(view) : '');

	async function askUndo() {
		undoing = (await attempt(() => result.undoPlan())) ?? null;
	}

	async function undo(also: Schemas['RowIn'][]) {
		undoing = null;
		const undone = await attempt(() => result.undo(also));
		if (!undone) return;
		toasts.say(undoneWords(undone));
	}

	async function read(page: number, notebook: number) {
		const copy = await attempt(() => copyAt(notebook, page));
		if (copy) go(`/master/${master}/look/${copy}`);
	}
</script>

<Frame {master} here="pushes" title={pulled ? 'Pulled back' : 'Push'}>
	<div class="mx-auto max-w-5xl px-5 py-8 sm:px-14 sm:py-12">
		{#if view}
			<p class="mb-1 text-soft">{dayAndTime(view.push.made_at)}</p>
			<h1
				class="max-w-3xl font-serif text-[1.375rem] leading-normal font-semibold tracking-tight sm:text-[1.6875rem]"
			>
				{deed(view.push.kind, result.status)}
				{say(view.push)}
			</h1>
			{#if view.push.again_of}
				<p class="mt-1 text-soft">
					Made again for those for whom it <a
						class="underline"
						href="/master/{master}/pushes/{view.push.again_of}">failed before</a
					>.
				</p>
			{/if}
			{#if result.status === 'done' || result.status === 'stopped'}
				<p class="mt-1 mb-6 text-[0.9375rem]" role="status">{told}</p>
				<NextSteps {view} {master} onundo={askUndo} />
				<div class="mb-5"><Strip rows={view.rows} students={view.students} /></div>
				<Outcomes
					counts={view.push.counts}
					rows={view.rows}
					students={view.students}
					titles={titlesOf(view)}
					onread={read}
					knotsOf={view.push.undone_at || !view.may_change
						? undefined
						: (page) => `/master/${master}/page/${page}/knots`}
				/>
			{:else if result.status === 'failed'}
				<div role="alert" class="mt-4 max-w-xl rounded-md bg-lamp px-4 py-3">
					<p class="mb-3">
						<b
							>This push gave up after {result.done.toLocaleString('en')} of {count(
								result.total,
								'student'
							)}.</b
						>
						{view.push.problem}
					</p>
					{#if view.may_change}
						<Button go onclick={() => void attempt(() => result.again())}>Try the rest again</Button>
					{/if}
				</div>
			{:else}
				<UnderWay {result} />
			{/if}
		{/if}
	</div>
	<Undoing plan={undoing} onundo={undo} onclose={() => (undoing = null)} />
</Frame>
