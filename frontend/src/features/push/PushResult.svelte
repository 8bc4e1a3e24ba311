<!-- During and after: how far it is, then what happened, student by student. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { api, ask } from '../../api/client';
	import { copyAt } from '../../api/copy-at';
	import { go, route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { count, dayAndTime } from '../../ui/words';
	import { Frame } from '../people';
	import { concerned } from './outcomes';
	import Outcomes from './Outcomes.svelte';
	import { say } from './say';
	import { ResultState } from './result.svelte';
	import Strip from './Strip.svelte';

	const params = route.params as { master: string; push: string };
	const master = Number(params.master);
	const result = new ResultState(Number(params.push));

	onMount(() => {
		void attempt(async () => {
			await result.load();
			result.follow();
		});
		return () => result.stop();
	});

	const view = $derived(result.view);
	const failed = $derived(view?.push.counts.failed ?? 0);
	const pulled = $derived(view?.push.kind === 'pull-back');
	const changes = $derived(view?.rows.some((row) => row.changes) ?? false);
	const pages = $derived(view?.page_ids.join('.') ?? '');
	const told = $derived(pulled ? pulledWords() : pushedWords());

	function pushedWords(): string {
		if (view?.push.undone_at)
			return `Undone ${dayAndTime(view.push.undone_at)}: where nobody has written on since, all is as before.`;
		const done = `Done: ${count(result.done, 'student')} of ${result.total.toLocaleString('en')}.`;
		if (failed) return `${done} ${count(failed, 'row')} failed; everything else is where it should be.`;
		const held = view?.push.counts.held ?? 0;
		if (held) return `${done} ${count(held, 'row was', 'rows were')} held; the reasons stand below.`;
		const away = view?.push.counts['put-away'] ?? 0;
		if (away)
			return `${done} For ${count(away, 'student')} it rests in the drawer, brought up to date there.`;
		return `${done} Everyone has it.`;
	}

	function pulledWords(): string {
		if (view?.push.undone_at)
			return `Undone ${dayAndTime(view.push.undone_at)}: everything is back where it was.`;
		return `Done: ${count(concerned(view?.rows ?? []), 'student has', 'students have')} it no more. Nothing that they wrote is lost.`;
	}

	/** The board of a class that the push was for. */
	async function seeReach() {
		const path = { master_id: master };
		const found = await attempt(() => ask(api.GET('/api/masters/{master_id}', { params: { path } })));
		const names = new Set((view?.students ?? []).map((student) => student.class_name));
		const first = found?.classes.find((one) => names.has(one.name));
		go(`/master/${master}/reach${first ? `?class=${first.id}` : ''}`);
	}

	async function undo() {
		const undone = await attempt(() => result.undo());
		if (!undone) return;
		const stays = undone.stays
			? ` ${count(undone.stays, 'has', 'have')} moved on since, with what students wrote, and ${undone.stays === 1 ? 'stays' : 'stay'} as they are.`
			: '';
		toasts.say(`${count(undone.back, 'page is', 'pages are')} as before.${stays}`);
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
			<h1 class="max-w-3xl font-serif text-[22px] leading-normal font-semibold tracking-tight sm:text-[27px]">
				{pulled
					? 'Pulled back'
					: result.status === 'done'
						? 'Pushed'
						: result.status === 'failed'
							? 'Broken off: pushing'
							: 'Pushing'}
				{say(view.push)}
			</h1>
			{#if result.status === 'done'}
				<p class="mt-1 mb-6 text-[15px]" role="status">{told}</p>
				<div class="mb-6 flex flex-wrap gap-2">
					<Button go onclick={() => go(`/master/${master}/page/${view.page_ids[0]}`)}>Back to the page</Button
					>
					{#if !pulled}
						<Button onclick={() => void seeReach()}>See who has what</Button>
						<Button onclick={() => go(`/master/${master}/pull-back?pages=${pages}&after=${view.push.id}`)}>
							Pull it back
						</Button>
						{#if changes && !view.push.undone_at}
							<Button onclick={undo}>Undo this push</Button>
						{/if}
					{:else if !view.push.undone_at}
						<Button onclick={undo}>Undo: put it all back</Button>
					{/if}
					{#if failed}
						<Button onclick={() => go(`/master/${master}/push?pages=${pages}`)}>Try those again</Button>
					{/if}
				</div>
				{#if changes && !pulled && !view.push.undone_at}
					<p class="-mt-3 mb-6 text-[13px] text-soft">
						Undo puts every copy back as it was before this push, where nobody has written since. Pulling back
						takes the page out of the notebooks.
					</p>
				{/if}
				<div class="mb-5"><Strip rows={view.rows} students={view.students} /></div>
				<Outcomes
					counts={view.push.counts}
					rows={view.rows}
					students={view.students}
					titles={view.titles}
					onread={read}
					knotsOf={(page) => `/master/${master}/page/${page}/knots`}
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
					<Button go onclick={() => void attempt(() => result.again())}>Try the rest again</Button>
				</div>
			{:else}
				<div class="mt-6 max-w-xl">
					<progress class="h-2 w-full accent-accent" max={result.total} value={result.done}></progress>
					<p class="mt-2" role="status">
						{result.done.toLocaleString('en')} of {count(result.total, 'student')} done. You may leave; it goes
						on by itself.
					</p>
				</div>
			{/if}
		{/if}
	</div>
</Frame>
