<!-- Takes a roster in; says what came in and what could not be read. -->
<script lang="ts">
	import { Problem, send, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { count } from '../../ui/words';

	interface Props {
		master: number;
		open: boolean;
		ontaken: () => void;
	}
	let { master, open = $bindable(), ontaken }: Props = $props();
	let name = $state('');
	let report = $state.raw<Schemas['RosterReportOut'] | null>(null);
	let problem = $state.raw<Problem | null>(null);
	let busy = $state(false);

	async function take(file: File | undefined) {
		if (!file) return;
		busy = true;
		problem = report = null;
		try {
			report = await send<Schemas['RosterReportOut']>(`/api/masters/${master}/roster`, file, {
				class_name: name
			});
			ontaken();
		} catch (error) {
			if (error instanceof Problem) problem = error;
			else throw error;
		} finally {
			busy = false;
		}
	}
</script>

<Dialog bind:open title="Bring students in">
	<p class="mb-4 text-soft">
		A zip in the OneRoster form from your school’s system, or a CSV whose first line names its columns: name,
		email. Whoever is here already stays who they are.
	</p>
	<div class="mb-4 grid gap-3">
		<label class="grid gap-1">
			<span class="text-soft">Name of the class, if the file does not say it</span>
			<input
				class="rounded-md border border-line-strong bg-raised px-3 py-2"
				placeholder="9A"
				bind:value={name}
			/>
		</label>
		<input
			type="file"
			aria-label="Roster file"
			accept=".zip,.csv,text/csv"
			disabled={busy}
			class="file:mr-3 file:rounded-md file:border file:border-line-strong/60 file:bg-raised file:px-3 file:py-1.5 file:font-semibold"
			onchange={(event) => take(event.currentTarget.files?.[0])}
		/>
	</div>
	{#if busy}<p role="status">Reading …</p>{/if}
	{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
	{#if report}
		<ul class="mb-3" role="status">
			{#each report.classes as one (one.class_id)}
				<li>
					<b>{one.name}</b>: {count(one.students, 'student')} in the file, {one.new
						? `${one.new} new`
						: 'all known already'}
				</li>
			{:else}<li>No student came in.</li>{/each}
		</ul>
		{#if report.problems.length}
			<p class="mb-1 font-semibold">{count(report.problems.length, 'row')} could not be read:</p>
			<ul class="mb-4 grid gap-1 text-soft">
				{#each report.problems as one (`${one.file}${one.line}${one.reason}`)}
					<li>{one.file}, line {one.line}: {one.reason}</li>
				{/each}
			</ul>
		{/if}
		<Button go onclick={() => (open = false)}>Good</Button>
	{/if}
</Dialog>
