<script lang="ts">
	import { api, ask } from '../../api/client';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { session } from './session.svelte';

	interface Props {
		choices: { words: string; under: string; address: string }[];
	}
	let { choices }: Props = $props();
	let course = $state('');
	const teaches = $derived(session.person?.kind === 'teacher');

	async function make(event: SubmitEvent) {
		event.preventDefault();
		const made = await attempt(() => ask(api.POST('/api/masters', { body: { name: course } })));
		if (made) go(`/master/${made.id}/classes`);
	}
</script>

<main class="mx-auto max-w-md px-6 py-20">
	{#if choices.length === 0 && !teaches}
		<h1 class="mb-3 font-serif text-2xl font-semibold">Nothing here yet</h1>
		<p class="text-soft">
			As soon as your teacher takes you into a class, your notebook is here. Ask them for it, then load this
			page again.
		</p>
	{:else}
		<h1 class="mb-6 font-serif text-2xl font-semibold">{choices.length ? 'Which one?' : 'Make a course'}</h1>
		<ul class="divide-y divide-line">
			{#each choices as choice (choice.address)}
				<li>
					<a class="flex justify-between py-3 text-lg hover:underline" href={choice.address}>
						<span class="font-serif font-semibold">{choice.words}</span><span class="text-soft"
							>{choice.under}</span
						>
					</a>
				</li>
			{/each}
		</ul>
		{#if teaches}
			<form class="mt-8 flex gap-2" onsubmit={make}>
				<input
					class="min-w-0 grow rounded-md border border-line-strong bg-raised px-3 py-2"
					aria-label="Name of a further course"
					placeholder="A further course"
					required
					bind:value={course}
				/>
				<Button go={choices.length === 0} type="submit">Make it</Button>
			</form>
		{/if}
	{/if}
</main>
