<!-- The log of pushes. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { api, ask, type Schemas } from '../../api/client';
	import { route } from '../../router';
	import { lookUp } from '../../ui/opened.svelte';
	import { count, dayAndTime } from '../../ui/words';
	import Sign from '../../thread/Sign.svelte';
	import { Frame } from '../people';
	import { ORDER, told } from './outcomes';
	import { inLog, say } from './say';

	const master = Number((route.params as { master: string }).master);
	let pushes = $state.raw<Schemas['PushOut'][] | null>(null);

	onMount(() =>
		lookUp(async () => {
			const path = { master_id: master };
			pushes = await ask(api.GET('/api/masters/{master_id}/pushes', { params: { path } }));
		})
	);

	/** By what the sentences say: a page, a class, a student. */
	let sought = $state('');
	const shown = $derived(
		(pushes ?? []).filter((push) =>
			`${inLog(push.kind)}${say(push)} ${standing(push)}`.toLowerCase().includes(sought.trim().toLowerCase())
		)
	);

	function standing(push: Schemas['PushOut']): string {
		const done = `${push.students_done} of ${count(push.students, 'student')}`;
		if (push.status === 'done') return summary(push);
		if (push.status === 'scheduled') return `waits for ${dayAndTime(push.begins_at!)}`;
		if (push.status === 'stopped')
			return push.students_done ? `stopped after ${done}` : 'stopped before it began';
		return `${push.status === 'paused' ? 'paused, ' : ''}${done} done`;
	}

	/** By which of its editions a page that went out more than once is known. */
	const edition = ({ kind, said }: Schemas['PushOut']) =>
		kind === 'push' && said.pages === 1 && (said.edition ?? 1) > 1 ? `edition ${said.edition} · ` : '';

	const summary = (push: Schemas['PushOut']) =>
		ORDER.filter((outcome) => push.counts[outcome])
			.map((outcome) => `${push.counts[outcome]} ${told(outcome).words}`)
			.join(' · ');
</script>

<Frame {master} here="pushes" title="Pushes">
	<div class="mx-auto max-w-4xl px-5 py-8 sm:px-14 sm:py-10">
		<div class="mb-5 flex flex-wrap items-baseline gap-x-6 gap-y-3">
			<h1 class="grow font-serif text-2xl font-semibold">Pushes</h1>
			{#if (pushes?.length ?? 0) > 8}
				<input
					class="w-56 rounded-md border border-line-strong bg-raised px-3 py-1.5"
					placeholder="A page, class or student"
					aria-label="Find a push"
					bind:value={sought}
				/>
			{/if}
		</div>
		{#if pushes?.length === 0}
			<p class="text-soft">Nothing has been pushed yet. Open a page of the master and push it.</p>
		{/if}
		<ol>
			{#each shown as push (push.id)}
				<li class="relative pl-9">
					<span class="absolute top-0 bottom-0 left-[11px] w-0.5 bg-thread"></span>
					{#if push.kind !== 'pull-back'}
						<span class="absolute top-[23px] left-[6px] h-0.5 w-3 -rotate-30 bg-thread"></span>
					{:else}
						<Sign name="frayed" class="absolute top-3 left-0 h-6 w-6 bg-paper" />
					{/if}
					<a
						class="grid gap-x-4 rounded-md px-2 py-3 hover:bg-accent-wash sm:grid-cols-[1fr_auto]"
						href="/master/{master}/pushes/{push.id}"
					>
						<span class="font-serif text-[1.0625rem] font-semibold">{inLog(push.kind)}{say(push)}</span>
						<span class="text-soft">{dayAndTime(push.made_at)}</span>
						<span class="text-[0.8125rem] text-soft"
							>{push.again_of ? 'again · ' : ''}{edition(push)}{push.undone_at
								? `undone ${dayAndTime(push.undone_at)}`
								: standing(push)}</span
						>
					</a>
				</li>
			{:else}
				{#if sought}<li class="text-soft">No push speaks of that.</li>{/if}
			{/each}
		</ol>
	</div>
</Frame>
