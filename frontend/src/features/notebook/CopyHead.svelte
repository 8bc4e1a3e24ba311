<!-- The head of a student's page: its title, what can be done with it, and what there is to be said of it. -->
<script lang="ts">
	import { byItself } from '../../ui/fetch-soon';
	import Title from '../../writing/Title.svelte';
	import type { CopyState } from './copy.svelte';
	import CopyNotes from './CopyNotes.svelte';
	import type { PastState } from './past.svelte';

	interface Props {
		copy: CopyState;
		hand: 'student' | 'reader';
		past: PastState;
		/** Into the page's text. */
		onenter: () => void;
	}
	let { copy, hand, past, onenter }: Props = $props();
	const writes = $derived(hand === 'student' && !copy.takenBack);
</script>

<header class="pl-[22px] sm:pl-[34px]">
	{#if !copy.takenBack}
		<!-- As wide as what comes: the title does not move when it is there. -->
		<div
			class="float-right ml-4 min-h-8 text-[0.8125rem] text-soft md:min-w-[26rem] print:hidden {hand ===
			'student'
				? 'max-md:absolute max-md:top-0 max-md:right-3'
				: ''}"
		>
			{#await byItself(() => import('./PageDeeds.svelte')) then { default: PageDeeds }}<PageDeeds
					{copy}
					{writes}
					{past}
				/>{/await}
		</div>
	{/if}
	{#if writes && !copy.onlySpaces}
		<Title page={copy} {onenter} />
	{:else}
		<h1 class="mb-1 font-serif text-[1.625rem] leading-tight font-semibold tracking-tight sm:text-[1.875rem]">
			{copy.title}
		</h1>
	{/if}
	<CopyNotes {copy} {hand} />
</header>
