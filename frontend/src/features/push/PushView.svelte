<!-- Before a push. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { route } from '../../router';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { count, list } from '../../ui/words';
	import { thereWords } from './how';
	import Before from './Before.svelte';
	import IfCopy from './IfCopy.svelte';
	import { PushState } from './push.svelte';
	import When from './When.svelte';
	import Where from './Where.svelte';
	import { spelled } from './when';

	const push = new PushState(Number((route.params as { master: string }).master));
	onMount(() => lookUp(() => push.load()));

	const at = $derived(push.sentence.at);
	const ready = $derived({
		button: `Push to ${count(push.plan?.students.length ?? 0, 'student')}${at ? ' later' : ''}`,
		beside: at ? `It waits for ${spelled(at)}.` : 'Nothing has happened yet.'
	});
	const own = $derived(push.ownSections);
	const idle = $derived({
		button: 'Nothing to push',
		beside: push.wrapped.length
			? 'What is under wraps is held until you unwrap it.'
			: 'Everyone has it already, on the newest edition.'
	});
</script>

<!-- What would be as well, and is not unless it is said. -->
{#snippet offer(words: string, run: () => void)}
	<button
		type="button"
		class="text-left text-[1.0625rem] text-soft underline underline-offset-4 hover:text-ink"
		onclick={run}>{words}</button
	>
{/snippet}

<Before {push} verb="Push" {ready} {idle}>
	<Where {push} />
	<When bind:at={() => at, (at) => push.say({ at })} /> Whoever has it <IfCopy {push} />
	{#if push.missed.length}
		{@const names = list(
			push.missed.map((page) => `“${page.title}”`),
			2
		)}
		{@render offer(`${names}, under which it hangs, is not there for all: bring it along`, () =>
			push.say({ pages: [...push.sentence.pages, ...push.missed.map((page) => page.id)] })
		)}
	{/if}
	{#if push.wrapped.length}
		{@const names = list(
			push.wrapped.map((page) => `“${page.title}”`),
			2
		)}
		{@render offer(`${names}, under wraps, is held: unwrap it and push it too`, () =>
			attempt(() => push.unwrap())
		)}
	{/if}
	{#if own.students}
		{@render offer(`${thereWords(own)}: put it in there`, () => push.mean({ if_own: own.take }))}
	{/if}
	{#if push.plan?.counts.loose}
		{@render offer(
			`${count(push.plan.counts.loose, 'page was', 'pages were')} cut loose: tie them again`,
			() => push.mean({ if_cut: 'tie' })
		)}
	{/if}
	{#if push.lacking > 0}
		{@render offer(`${count(push.lacking, 'student lacks', 'students lack')} it: give it to them too`, () =>
			push.narrow('everyone')
		)}
	{/if}
</Before>
