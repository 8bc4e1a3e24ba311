<!-- What a page of the student's own is asked: its name is all that it takes. -->
<script lang="ts">
	import { beginWritingAt } from '../../ui/begin-writing';
	import { onMount } from 'svelte';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { beginPage, beginSection, templatesFor } from './begin';
	import { sectionOf } from './asked-of';
	import { OWN_PAGES, type NotebookState } from './notebook.svelte';

	interface Props {
		notebook: NotebookState;
		open: number | null;
		ondone: () => void;
	}
	let { notebook, open, ondone }: Props = $props();
	let title = $state('');
	// svelte-ignore state_referenced_locally
	let section = $state(String(sectionOf(notebook, open) ?? notebook.ownPages?.id ?? ''));
	let name = $state('');
	let tuck = $state(false);
	let like = $state('');
	let templates = $state.raw<{ id: number; title: string }[]>([]);
	const NEW = 'new';
	const beside = $derived(notebook.pages.find((page) => page.id === open && !page.tucked));
	const tucks = $derived(Boolean(beside) && String(sectionOf(notebook, open)) === section);

	onMount(() => void attempt(async () => (templates = await templatesFor(notebook))));

	async function begin(event: SubmitEvent) {
		event.preventDefault();
		const id = await attempt(async () => {
			const into = section === NEW ? await beginSection(notebook, name) : Number(section) || null;
			const under = tucks && tuck ? open : null;
			return beginPage(notebook, { title, section_id: into, open, under, like: Number(like) || null });
		});
		if (!id) return;
		ondone();
		beginWritingAt(`copy/${id}`);
		go(`/notebook/${notebook.id}/page/${id}`);
	}
</script>

<form class="mt-3 grid gap-2 pl-[30px]" onsubmit={begin}>
	<label class="grid gap-1">
		<span class="text-[0.8125rem] text-soft">What is your page called?</span>
		<!-- svelte-ignore a11y_autofocus -->
		<input
			class="min-h-11 rounded-md border border-line-strong bg-raised px-3 text-base md:min-h-9"
			required
			autofocus
			maxlength="300"
			bind:value={title}
		/>
	</label>
	<label class="grid gap-1">
		<span class="text-[0.8125rem] text-soft">In which section?</span>
		<select
			class="min-h-11 rounded-md border border-line-strong bg-raised px-2 text-base md:min-h-9"
			bind:value={section}
		>
			{#if !notebook.ownPages}<option value="">{OWN_PAGES}</option>{/if}
			{#each notebook.sections.filter((one) => notebook.allows(one) !== 'nothing') as one (one.id)}
				<option value={String(one.id)}>{one.name}</option>
			{/each}
			{#if notebook.allows(undefined) === 'all'}<option value={NEW}>A new section …</option>{/if}
		</select>
	</label>
	{#if section === NEW}
		<label class="grid gap-1">
			<span class="text-[0.8125rem] text-soft">What is the section called?</span>
			<input
				class="min-h-11 rounded-md border border-line-strong bg-raised px-3 text-base md:min-h-9"
				required
				maxlength="300"
				bind:value={name}
			/>
		</label>
	{/if}
	{#if tucks}
		<label class="flex min-h-11 items-center gap-2 md:min-h-8">
			<input type="checkbox" bind:checked={tuck} /> <span>tucked under “{beside?.title}”</span>
		</label>
	{/if}
	{#if templates.length}
		<label class="grid gap-1">
			<span class="text-[0.8125rem] text-soft">How does it begin?</span>
			<select
				class="min-h-11 rounded-md border border-line-strong bg-raised px-2 text-base md:min-h-9"
				bind:value={like}
			>
				<option value="">Empty</option>
				{#each templates as one (one.id)}<option value={String(one.id)}>As “{one.title}”</option>{/each}
			</select>
		</label>
	{/if}
	<div class="flex gap-2">
		<Button go type="submit">Begin it</Button><Button onclick={ondone}>Not now</Button>
	</div>
</form>
