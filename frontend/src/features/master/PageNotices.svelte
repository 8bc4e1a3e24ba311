<!-- What is to be known of a page before it is pushed: who sees it, and who asks for it. -->
<script lang="ts">
	import Sign from '../../thread/Sign.svelte';
	import { count } from '../../ui/words';
	import { exactlyThese, pushAddress } from '../push';
	import { DISPLAYS } from './display';
	import type { MasterState } from './master.svelte';
	import type { MasterPageState } from './page.svelte';

	interface Props {
		page: MasterPageState;
		master: MasterState;
		display: keyof typeof DISPLAYS;
		/** How many have it. */
		students: number;
	}
	let { page, master, display, students }: Props = $props();
</script>

{#if display !== 'ordinary'}
	<div class="relative mb-4 pl-8">
		<Sign name={display} color="soft" class="absolute top-0 left-0 h-6 w-6" />
		<p class="font-semibold">{display === 'wraps' ? 'Under wraps' : 'On display'}</p>
		<p class="text-[0.8125rem] text-soft">
			{display === 'wraps' && students
				? `${count(students, 'student keeps', 'students keep')} the copy that they have. Pushes hold the page until you unwrap it.`
				: DISPLAYS[display].under}
		</p>
	</div>
{/if}
{#if page.asking.length && !master.reads}
	<div class="relative mb-4 pl-8">
		<p class="font-semibold">
			{page.asking.length > 1 ? `${page.asking.length} students ask` : `${page.asking[0]!.name} asks`} for it
		</p>
		<a
			class="thumb text-[0.8125rem] text-soft underline hover:text-ink"
			href={pushAddress(master.id, {
				pages: [page.id],
				audience: exactlyThese(page.asking.map((one) => one.notebook_id))
			})}>Give it to {page.asking.length > 1 ? 'these alone' : page.asking[0]!.name}</a
		>
	</div>
{/if}
