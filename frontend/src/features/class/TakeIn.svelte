<!-- Takes a roster in; says what came in and what could not be read. -->
<script lang="ts">
	import { send, type Schemas } from '../../api/client';
	import Dialog from '../../ui/Dialog.svelte';
	import TakeFile from '../../ui/TakeFile.svelte';
	import Unreadable from '../../ui/Unreadable.svelte';
	import { count } from '../../ui/words';

	interface Props {
		master: number;
		open: boolean;
		ontaken: () => void;
	}
	let { master, open = $bindable(), ontaken }: Props = $props();
	let name = $state('');

	async function take(file: File) {
		const more = { class_name: name };
		const report = await send<Schemas['RosterReportOut']>(`/api/masters/${master}/roster`, file, more);
		ontaken();
		return report;
	}
</script>

<Dialog bind:open title="Bring students in">
	<p class="mb-4 text-soft">
		A zip in the OneRoster form from your school’s system, or a CSV whose first line names its columns: name,
		email. Whoever is here already stays who they are.
	</p>
	<label class="mb-3 grid gap-1">
		<span class="text-soft">Name of the class, if the file does not say it</span>
		<input
			class="rounded-md border border-line-strong bg-raised px-3 py-2"
			placeholder="9A"
			bind:value={name}
		/>
	</label>
	<TakeFile label="Roster file" accept=".zip,.csv,text/csv" {take} ondone={() => (open = false)}>
		{#snippet told(report: Schemas['RosterReportOut'])}
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
				<Unreadable problems={report.problems} />
			{/if}
		{/snippet}
	</TakeFile>
</Dialog>
