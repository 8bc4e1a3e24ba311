<!-- Before a push. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { route } from '../../router';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import Before from './Before.svelte';
	import { PushState } from './push.svelte';
	import When from './When.svelte';
	import { spelled } from './when';

	const push = new PushState(Number((route.params as { master: string }).master));
	const asked = new URLSearchParams(location.search).get('pages') ?? '';

	onMount(() =>
		attempt(async () => {
			if (!(await push.loadSaid())) await push.loadAimed(asked.split('.').filter(Boolean).map(Number));
		})
	);

	/** The time goes into the address as the rest of the sentence does: loading anew must not make a push one for now. */
	$effect(() => {
		const said = new URLSearchParams(location.search);
		if ((said.get('at') ?? '') === push.at) return;
		if (push.at) said.set('at', push.at);
		else said.delete('at');
		history.replaceState(history.state, '', `?${said}`);
	});

	const ready = $derived({
		button: `Push to ${count(push.plan?.students.length ?? 0, 'student')}${push.at ? ' later' : ''}`,
		beside: push.at ? `It waits for ${spelled(push.at)}.` : 'Nothing has happened yet.'
	});
	const idle = { button: 'Nothing to push', beside: 'Everyone has it already, on the newest edition.' };
</script>

<Before {push} verb="Push" {ready} {idle}>
	<When bind:at={push.at} /> Each page goes into its own section, in the order of the master. Whoever has it keeps
	their writing.
	{#if push.lacking}
		<button
			type="button"
			class="text-[17px] text-soft underline underline-offset-4 hover:text-ink"
			onclick={() => void attempt(() => push.toEveryone())}
			>{count(push.lacking, 'student lacks', 'students lack')} it: give it to them too</button
		>
	{/if}
</Before>
