<!-- Before pulling back: the sentence, and under it who has the page, who opened it, who wrote on it. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { go, route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import { Frame } from '../session';
	import { concerned } from './outcomes';
	import Outcomes from './Outcomes.svelte';
	import { PullBackState } from './push.svelte';
	import Sentence from './Sentence.svelte';
	import Strip from './Strip.svelte';
	import WrittenChoice from './WrittenChoice.svelte';

	const id = Number((route.params as { master: string }).master);
	const pull = new PullBackState(id);
	const asked = new URLSearchParams(location.search);
	const pages = (asked.get('pages') ?? '').split('.').filter(Boolean).map(Number);
	const after = Number(asked.get('after'));

	onMount(() => attempt(() => (after ? pull.loadAfter(pages, after) : pull.loadThere(pages))));

	const nothing = $derived(pull.plan !== null && !pull.plan.changes_anything);
	const students = $derived(concerned(pull.plan?.rows ?? []));

	function wordsOf(page: number, notebook: number): string {
		const words = pull.words.get(`${page}-${notebook}`);
		return words === undefined ? '' : count(words, 'word');
	}

	async function start() {
		if (!pull.plan || nothing || pull.busy) return;
		const done = await pull.start();
		if (done) go(`/master/${id}/pushes/${done}`);
	}
</script>

<Frame master={id} here="master" title="Pull back">
	<div class="mx-auto flex min-h-full max-w-5xl flex-col px-5 pt-8 sm:px-14 sm:pt-12">
		{#if pull.master}
			<Sentence push={pull} verb="Pull back">
				now. Where a student has written, the page <WrittenChoice
					written={pull.written}
					onchoose={(written) => pull.choose(written)}
				/>
			</Sentence>
		{/if}
		{#if pull.problem}
			<p role="alert" class="mt-8 max-w-xl"><b>{pull.problem.message}</b> {pull.problem.hint}</p>
		{:else if pull.plan}
			<div class="mt-7 mb-5"><Strip rows={pull.plan.rows} students={pull.plan.students} /></div>
			<div class="grow pb-8"><Outcomes {...pull.plan} notes={wordsOf} /></div>
			<footer
				class="sticky bottom-0 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-line bg-paper py-4"
			>
				<Button go class="px-5 py-2.5 text-base" disabled={nothing || pull.busy} onclick={start}>
					{nothing ? 'Nothing to pull back' : `Pull back from ${count(students, 'student')}`}
				</Button>
				<Button onclick={() => history.back()}>Not now</Button>
				<span class="text-soft" role="status">
					{nothing
						? 'Nobody here has it.'
						: 'Nothing has happened yet. Afterwards you can undo it, and every word is where it was.'}
				</span>
			</footer>
		{/if}
	</div>
</Frame>
