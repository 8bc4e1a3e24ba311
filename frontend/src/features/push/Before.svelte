<!-- Before a push or a pull-back: the sentence, under it the plan, and one button. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { count } from '../../ui/words';
	import { back } from '../../router';
	import { HERE, remember } from '../../ui/remember';
	import { Frame } from '../people';
	import Outcomes from './Outcomes.svelte';
	import { titlesOf } from './outcomes';
	import type { PullBackState, PushState } from './push.svelte';
	import Sentence from './Sentence.svelte';
	import Strip from './Strip.svelte';

	interface Told {
		button: string;
		beside: string;
	}
	interface Props {
		push: PushState | PullBackState;
		verb: 'Push' | 'Pull back';
		/** What stands on the button and beside it: when there is something to do, and when there is nothing. */
		ready: Told;
		idle: Told;
		notes?: (page: number, notebook: number) => string;
		/** How the sentence goes on behind the choices. */
		children: Snippet;
	}
	let { push, verb, ready, idle, notes, children }: Props = $props();
	const pulling = $derived(verb === 'Pull back');

	/** The page as that student has it, or would have it. */
	const read = (page: number, notebook: number) =>
		go(`/master/${push.id}/page/${page}/as?student=${notebook}${pulling ? '' : '&when=would-have'}`);
	const nothing = $derived(push.plan !== null && !push.plan.changes_anything);
	const told = $derived(nothing ? idle : ready);

	/** Who presses before the plan of what was chosen last has come means what the sentence says: it is waited for. */
	let pressed = false;

	async function start() {
		if (pressed || push.busy) return;
		pressed = true;
		await push.planned.settled();
		pressed = false;
		if (!push.plan || nothing) return;
		const started = await push.start();
		if (started) remember(HERE, `chosen/${push.id}`, []);
		if (started) go(`/master/${push.id}/pushes/${started}`);
	}

	function keys(event: KeyboardEvent) {
		if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void start();
	}
</script>

<svelte:window onkeydown={keys} />

<Frame master={push.id} here="master" title={verb}>
	<div class="mx-auto flex min-h-full max-w-5xl flex-col px-5 pt-8 sm:px-14 sm:pt-12">
		{#if push.course}<Sentence {push} course={push.course} {verb} {children} />{/if}
		{#if push.planned.problem}
			<p role="alert" class="mt-8 max-w-xl">
				<b>{push.planned.problem.message}</b>
				{push.planned.problem.hint}
			</p>
		{:else if push.plan}
			{#if push.plan.not_arrived}
				<p class="mt-6 max-w-xl rounded-md bg-lamp px-4 py-3" role="status">
					<b>{count(push.plan.not_arrived, 'picture has', 'pictures have')} not arrived yet.</b> Open the page where
					it was put in, and wait until it is there; pushed now, its frame goes out empty.
				</p>
			{/if}
			<div class="mt-7 mb-5"><Strip rows={push.plan.rows} students={push.plan.students} /></div>
			<div class="grow pb-8">
				<Outcomes {...push.plan} titles={titlesOf(push.plan)} {notes} onread={read} />
			</div>
			<footer
				class="sticky bottom-0 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-line bg-paper py-4"
			>
				<Button
					go
					class="px-5 py-2.5 text-base {pulling ? 'border-ink! bg-paper! text-ink!' : ''}"
					disabled={nothing || push.busy}
					aria-busy={push.planned.planning}
					onclick={start}
				>
					{told.button}
				</Button>
				<Button onclick={() => back(`/master/${push.id}`)}>Not now</Button>
				<span class="text-soft" role="status">{told.beside}</span>
				{#if !nothing}<span class="text-soft max-sm:hidden"><kbd>Ctrl Enter</kbd></span>{/if}
			</footer>
		{/if}
	</div>
</Frame>
