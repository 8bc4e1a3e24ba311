<!-- Brings pages in from Markdown. -->
<script lang="ts">
	import { Problem, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { count } from '../../ui/words';
	import type { MasterState } from './master.svelte';

	let { master, open = $bindable() }: { master: MasterState; open: boolean } = $props();
	let report = $state<Schemas['PagesReportOut'] | null>(null);
	let problem = $state<Problem | null>(null);
	let busy = $state(false);

	async function take(file: File | undefined) {
		if (!file) return;
		busy = true;
		problem = report = null;
		try {
			report = await master.takeIn(file);
			if (report.problems.length === 0) open = false;
		} catch (error) {
			if (error instanceof Problem) problem = error;
			else throw error;
		} finally {
			busy = false;
		}
	}
</script>

<Dialog bind:open title="Bring pages in">
	<p class="mb-4 text-soft">
		A Markdown file becomes a page. A zip of folders becomes sections and their pages, in the order of their
		names.
	</p>
	<input
		type="file"
		aria-label="Markdown file, or zip of them"
		accept=".md,.markdown,.zip"
		disabled={busy}
		class="mb-4 file:mr-3 file:rounded-md file:border file:border-line-strong/60 file:bg-raised file:px-3 file:py-1.5 file:font-semibold"
		onchange={(event) => take(event.currentTarget.files?.[0])}
	/>
	{#if busy}<p role="status">Reading …</p>{/if}
	{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
	{#if report}
		<p class="mb-2">
			{count(report.page_ids.length, 'page')} came in. {count(report.problems.length, 'place')} could not be read:
		</p>
		<ul class="mb-4 grid gap-1 text-soft">
			{#each report.problems as one (one.file + one.line + one.reason)}
				<li>{one.file}{one.line ? `, line ${one.line}` : ''}: {one.reason}</li>
			{/each}
		</ul>
		<Button go onclick={() => (open = false)}>Good</Button>
	{/if}
</Dialog>
