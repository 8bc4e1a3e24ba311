<!-- In place of the list: pages of the notebook by the words on them, whosever they are. -->
<script lang="ts">
	import Stretches from '../../ui/Stretches.svelte';
	import { count } from '../../ui/words';
	import { Finding } from './finding.svelte';
	import type { NotebookState } from './notebook.svelte';

	let { notebook, ondone }: { notebook: NotebookState; ondone: () => void } = $props();
	// svelte-ignore state_referenced_locally
	const finding = new Finding(notebook);
	const ready = (input: HTMLInputElement) => input.focus();
</script>

<search class="block pb-4">
	<div class="flex items-center gap-2">
		<input
			type="search"
			class="min-h-11 w-full rounded-md border border-line-strong bg-raised px-3 md:min-h-9"
			aria-label="Find in my notebook"
			placeholder="A word of yours or your teacher’s"
			maxlength="200"
			value={finding.sought}
			oninput={(event) => finding.seek(event.currentTarget.value)}
			onkeydown={(event) => event.key === 'Escape' && ondone()}
			{@attach ready}
		/>
		<button type="button" class="min-h-11 px-2 text-[0.8125rem] text-soft hover:text-ink" onclick={ondone}
			>Done</button
		>
	</div>
	{#if finding.pages}
		<p class="py-2 text-[0.8125rem] text-soft" role="status">
			{finding.pages.length ? count(finding.pages.length, 'page') : 'Nothing found'}.
			{#if finding.searched !== null}
				With no network: in all titles, and in the words of {count(finding.searched, 'page')} that this device keeps.
			{/if}
		</p>
		<ul>
			{#each finding.pages as page (page.copy_id)}
				<li>
					<a
						class="block min-h-11 rounded-md px-2 py-1.5 hover:bg-raised/60"
						href="/notebook/{notebook.id}/page/{page.copy_id}"
					>
						<span class="flex items-baseline gap-2">
							<span class="min-w-0 grow truncate font-semibold">{page.title}</span>
							<span class="shrink-0 text-xs text-soft">{page.put_away ? 'in the drawer' : page.section}</span>
						</span>
						{#if page.own.length}
							<span class="line-clamp-2 text-[0.8125rem] text-soft"
								>You: <Stretches stretches={page.own} /></span
							>
						{/if}
						{#if page.teachers.length}
							<span class="line-clamp-2 text-[0.8125rem] text-soft"
								>Your teacher: <Stretches stretches={page.teachers} /></span
							>
						{/if}
					</a>
				</li>
			{/each}
		</ul>
	{/if}
</search>
