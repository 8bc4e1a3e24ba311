<!-- What can be done with the pages that are chosen. It stays in sight at the foot of the list. -->
<script lang="ts">
	import { mayMove } from './asked-of';
	import Button from '../../ui/Button.svelte';
	import { count } from '../../ui/words';
	import type { ArrangingState } from './arranging.svelte';

	let { arranging, ondone }: { arranging: ArrangingState; ondone: () => void } = $props();
	const { notebook } = $derived(arranging);
	const pages = $derived(arranging.pages);
	const ids = $derived(pages.map((page) => page.id));
	const inDrawer = $derived(pages.filter((page) => page.put_away));
	const inPlace = $derived(pages.filter((page) => !page.put_away));
	const only = $derived(pages.length === 1 ? pages[0]! : null);
	const movable = $derived(
		inPlace.length === pages.length && inPlace.every((page) => mayMove(notebook, page))
	);
	const own = $derived(inDrawer.length > 0 && inDrawer.every((page) => page.tie === 'own' && !page.going_at));

	function into(event: Event) {
		const select = event.currentTarget as HTMLSelectElement;
		const section = notebook.sections.find((one) => one.id === Number(select.value));
		select.value = '';
		if (!section) return;
		const last = section.pages.filter((page) => !page.put_away && !ids.includes(page.id)).at(-1);
		void arranging.move(ids, { section_id: section.id, after: last?.id ?? null, under: null });
	}
</script>

<div
	class="sticky -bottom-6 -mx-4 border-t border-line bg-paper px-4 pt-3 pb-3"
	role="toolbar"
	aria-label="What is chosen"
>
	<div class="mb-2 flex items-center gap-2">
		<p class="grow text-[0.8125rem] text-soft" role="status">
			{pages.length ? `${count(pages.length, 'page')} chosen` : 'Nothing chosen'}
		</p>
		<Button go class="min-h-11 md:min-h-9" onclick={ondone}>Done</Button>
	</div>
	{#if pages.length}
		<div class="flex flex-wrap gap-2">
			{#if movable}
				<select
					aria-label="Move to a section"
					class="min-h-11 max-w-full min-w-0 grow rounded-md border border-line-strong bg-raised px-2 font-semibold md:min-h-9"
					onchange={into}
				>
					<option value="">Move to …</option>
					{#each notebook.sections as section (section.id)}
						{#if notebook.allows(section) === 'all' || (notebook.allows(section) === 'pages' && inPlace.every((page) => page.tie !== 'tied'))}
							<option value={String(section.id)}>{section.name}</option>
						{/if}
					{/each}
				</select>
				<Button class="min-h-11 md:min-h-9" onclick={() => void arranging.drawer('put-away', ids)}
					>Put away</Button
				>
			{/if}
			{#if only && !only.put_away && notebook.mayBegin(only)}
				<Button class="min-h-11 md:min-h-9" onclick={() => void arranging.copy(only.id)}>A copy for me</Button
				>
			{/if}
			{#if only?.moved}
				<Button class="min-h-11 md:min-h-9" onclick={() => void arranging.home(only.id)}
					>Back to where my teacher has it</Button
				>
			{/if}
			{#if inDrawer.length === pages.length}
				<Button class="min-h-11 md:min-h-9" onclick={() => void arranging.drawer('bring-back', ids)}
					>Bring back</Button
				>
				{#if own}
					<Button class="min-h-11 md:min-h-9" onclick={() => void arranging.drawer('throw-away', ids)}
						>Throw away</Button
					>
				{/if}
			{/if}
		</div>
	{/if}
</div>
