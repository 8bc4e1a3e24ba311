<!-- A page of the student's own: its name is all that it takes. -->
<script lang="ts">
	import { beginWritingAt } from '../../ui/begin-writing';
	import Plus from '@lucide/svelte/icons/plus';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { OWN_PAGES, type NotebookState } from './notebook.svelte';

	let { notebook, open }: { notebook: NotebookState; open: number | null } = $props();
	let asking = $state(false);
	let title = $state('');
	let section = $state('');
	let name = $state('');
	const NEW = 'new';

	function ask() {
		section = String(notebook.sectionOf(open) ?? notebook.ownPages?.id ?? '');
		asking = true;
	}

	async function begin(event: SubmitEvent) {
		event.preventDefault();
		const id = await attempt(async () => {
			const into = section === NEW ? await notebook.beginSection(name) : Number(section) || null;
			return notebook.begin(title, into, open);
		});
		if (!id) return;
		asking = false;
		title = name = '';
		beginWritingAt(`copy/${id}`);
		go(`/notebook/${notebook.id}/page/${id}`);
	}
</script>

{#if asking}
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
				{#each notebook.sections as one (one.id)}<option value={String(one.id)}>{one.name}</option>{/each}
				<option value={NEW}>A new section …</option>
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
		<div class="flex gap-2">
			<Button go type="submit">Begin it</Button><Button onclick={() => (asking = false)}>Not now</Button>
		</div>
	</form>
{:else}
	<button
		type="button"
		class="mt-3 ml-[22px] inline-flex min-h-11 items-center gap-1.5 self-start rounded-md px-2 text-soft hover:text-ink md:min-h-8"
		onclick={ask}><Plus size={16} /> A page of my own</button
	>
{/if}
