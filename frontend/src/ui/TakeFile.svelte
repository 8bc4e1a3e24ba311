<!-- Takes a file in, and says what came of it. -->
<script lang="ts" generics="Report">
	import type { Snippet } from 'svelte';
	import { Problem } from '../api/client';
	import Button from './Button.svelte';

	interface Props {
		label: string;
		accept: string;
		take: (file: File) => Promise<Report>;
		/** What came of it. */
		told: Snippet<[Report]>;
		ondone: () => void;
	}
	let { label, accept, take, told, ondone }: Props = $props();
	let report = $state.raw<Report | null>(null);
	let problem = $state.raw<Problem | null>(null);
	let busy = $state(false);

	async function choose(file: File | undefined) {
		if (!file) return;
		busy = true;
		problem = report = null;
		try {
			report = await take(file);
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			problem = error;
		} finally {
			busy = false;
		}
	}
</script>

<input
	type="file"
	aria-label={label}
	{accept}
	disabled={busy}
	class="mb-4 file:mr-3 file:rounded-md file:border file:border-line-strong/60 file:bg-raised file:px-3 file:py-1.5 file:font-semibold"
	onchange={(event) => choose(event.currentTarget.files?.[0])}
/>
{#if busy}<p role="status">Reading …</p>{/if}
{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
{#if report}
	{@render told(report)}
	<Button go onclick={ondone}>Good</Button>
{/if}
