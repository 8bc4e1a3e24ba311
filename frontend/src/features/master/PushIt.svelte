<!-- The one next step of a page, named by what there is to push. -->
<script lang="ts">
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { count } from '../../ui/words';
	import { pushAddress } from '../push';
	import type { MasterState } from './master.svelte';
	import type { MasterPageState } from './page.svelte';

	let { page, master }: { page: MasterPageState; master: MasterState } = $props();
	const display = $derived(master.displayOf(page.id));
	const isNew = $derived(page.editions.length === 0);
	/** Who has the page on an older edition: left out, or a push was undone. */
	const behind = $derived(page.editions.slice(1).reduce((all, edition) => all + edition.students, 0));
	const words = $derived(
		isNew
			? 'Push this page'
			: page.changed.length
				? 'Push the change'
				: behind
					? `Bring ${count(behind, 'student')} up to date`
					: 'Push it to more'
	);

	async function push() {
		await page.save();
		go(pushAddress(master.id, { pages: [page.id] }));
	}
	const unwrap = () => master.show({ kind: 'page', id: page.id, name: page.title }, 'ordinary');
</script>

{#if master.reads}
	<span class="text-[0.8125rem] text-soft">You read along in this course.</span>
{:else if display === 'wraps'}
	<Button onclick={() => void unwrap()}>Unwrap it</Button>
{:else}
	<Button go={(isNew && display === 'ordinary') || page.changed.length > 0 || behind > 0} onclick={push}
		>{words}</Button
	>
{/if}
