<!-- The one next step of a page, named by what there is to push. -->
<script lang="ts">
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { count } from '../../ui/words';
	import type { MasterPageState } from './page.svelte';

	let { page, master }: { page: MasterPageState; master: number } = $props();
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
		go(`/master/${master}/push?pages=${page.id}`);
	}
</script>

<Button go={isNew || page.changed.length > 0 || behind > 0} onclick={push}>{words}</Button>
