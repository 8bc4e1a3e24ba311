<!-- One page of a student's notebook. -->
<script lang="ts">
	import { byItself } from '../../ui/fetch-soon';
	import type { Editor } from '@tiptap/core';
	import { onMount } from 'svelte';
	import { PageEditor, Tools, type Surroundings } from '../../editor';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import Button from '../../ui/Button.svelte';
	import { beginsWriting } from '../../ui/begin-writing';
	import CopyHead from './CopyHead.svelte';
	import { whileOpen } from '../../writing/writing.svelte';
	import { dayAndTime } from '../../ui/words';
	import type { CopyState } from './copy.svelte';
	import { PastState } from './past.svelte';

	interface Props {
		copy: CopyState;
		hand: 'student' | 'reader';
		/** How a reader unties a knot for the student, if they may. */
		untie?: Surroundings['untie'];
	}
	let { copy, hand, untie }: Props = $props();
	let editor = $state.raw<Editor>();
	// svelte-ignore state_referenced_locally
	const past = new PastState(copy);
	// svelte-ignore state_referenced_locally
	const begins = beginsWriting(copy.place);

	const surroundings = $derived<Surroundings>({
		hand,
		onlySpaces: copy.onlySpaces,
		addFile: async (file, frame) => (await attempt(() => copy.addFile(file, frame))) ?? null,
		...(hand === 'student' ? { coming: copy.coming } : {}),
		teacherName: 'the teacher',
		retitle: (title) => copy.retitle(title),
		untie
	});
	const TAKEN_BACK = 'Your teacher has taken this page back. What you wrote on it is kept.';

	$effect(() => {
		editor?.setEditable(hand === 'student' && !copy.takenBack, false);
	});

	onMount(() => {
		void lookUp(() => copy.load());
		return whileOpen(copy);
	});
</script>

{#snippet ready()}
	{#if !past.at && !copy.takenBack}
		{#await byItself(() => import('./Ready.svelte')) then { default: Ready }}
			<Ready {copy} {hand} onread={() => void attempt(() => past.readReady())} />
		{/await}
	{/if}
{/snippet}

{#if copy.takenBack && !copy.open}
	<p role="status" class="mx-auto max-w-[620px] px-6 py-16 text-[0.9375rem]">{TAKEN_BACK}</p>
{:else if copy.page && copy.open}
	<article
		class="mx-auto flex min-h-full max-w-[760px] flex-col px-4 pt-6 sm:px-8 md:pt-10 {past.moments
			? 'pb-[52vh] md:mr-80 md:pb-0'
			: ''}"
	>
		<CopyHead {copy} {hand} {past} onenter={() => editor?.commands.focus('start')} />
		{#if hand === 'reader'}{@render ready()}{/if}
		{#if past.at && past.page}
			<div class="mb-5 flex flex-wrap items-center gap-3 rounded-md bg-lamp px-4 py-3" role="status">
				<p class="grow">
					<b>As it was on {dayAndTime(past.at.made_at)}.</b>
					{hand === 'student' ? 'Your teacher’s newest words stay when you go back.' : ''}
				</p>
				{#if hand === 'student'}
					<Button go onclick={() => void attempt(() => past.goBack())}>Go back to this</Button>
				{/if}
				<Button onclick={() => past.close()}>Stay with now</Button>
			</div>
			{#key past.at.revision}
				<PageEditor
					{begins}
					page={past.page}
					surroundings={{ ...surroundings, hand: 'reader', untie: undefined }}
					facts={copy.facts}
					label="The page as it was"
				/>
			{/key}
		{/if}
		{#if copy.takenBack}
			<p
				role="alert"
				class="sticky top-2 z-10 mb-5 ml-[22px] rounded-md bg-lamp px-4 py-3 shadow-sm sm:ml-[34px]"
			>
				<b>{TAKEN_BACK}</b>
			</p>
		{/if}
		<div class="grow {past.at ? 'hidden' : ''}">
			<PageEditor
				page={copy.page}
				{surroundings}
				facts={copy.facts}
				label="The page {copy.title}"
				bind:editor
				onchange={(content) => copy.type(content)}
			/>
		</div>
		{#if hand === 'student'}{@render ready()}{/if}
		{#if editor && hand === 'student' && !past.at && !copy.takenBack}<Tools {editor} {surroundings} />{/if}
	</article>
	{#if past.moments}
		{#await import('./Past.svelte') then { default: Past }}<Past {past} {hand} />{/await}
	{/if}
{/if}
