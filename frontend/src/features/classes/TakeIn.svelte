<!-- Brings students in: a list of names or a roster, its plan, then the taking, which can be undone. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Unreadable from '../../ui/Unreadable.svelte';
	import { count } from '../../ui/words';
	import RosterColumns from './RosterColumns.svelte';
	import RosterPlan from './RosterPlan.svelte';
	import { comes } from './roster';
	import { TakingState } from './taking.svelte';

	interface Props {
		master: number;
		/** The class that is looked at. */
		here: string;
		open: boolean;
		/** Something was taken in, or undone: in this class, if it is known which. */
		ontaken: (name?: string) => void;
	}
	let { master, here, open = $bindable(), ontaken }: Props = $props();
	const taking = new TakingState();

	$effect(() => {
		if (open) untrack(() => taking.begin(here)); // and not again when the classes have been loaded meanwhile
	});

	async function take() {
		if (await taking.take(master, ontaken)) open = false;
	}
</script>

<Dialog bind:open title="Bring students in">
	{#if taking.plan}
		<RosterColumns
			columns={taking.plan.columns}
			certain={taking.plan.certain}
			busy={taking.busy}
			onmean={(column, means) => void taking.mean(master, column, means)}
		/>
		<RosterPlan lines={taking.plan.lines} bind:leave={taking.leave} />
		{#if taking.plan.problems.length}
			<p class="mt-3 mb-1 font-semibold">{count(taking.plan.problems.length, 'row')} left out:</p>
			<Unreadable problems={taking.plan.problems} />
		{/if}
		<div class="mt-4 flex gap-2">
			<Button go disabled={taking.nothing || taking.busy} aria-busy={taking.busy} onclick={take}>
				{comes(taking.plan.lines)
					? `Take ${count(comes(taking.plan.lines), 'student')} in`
					: taking.nothing
						? 'Nothing to take in'
						: 'Do it'}
			</Button>
			<Button disabled={taking.busy} onclick={() => taking.again()}>Back</Button>
		</div>
	{:else}
		<form
			inert={taking.busy}
			class="grid gap-3"
			onsubmit={(event) => {
				event.preventDefault();
				void taking.look(master);
			}}
		>
			<label class="grid gap-1">
				<span class="text-soft">Name of the class, if a file does not say it</span>
				<input
					class="rounded-md border border-line-strong bg-raised px-3 py-2"
					placeholder="9A"
					bind:value={taking.name}
				/>
			</label>
			<label class="grid gap-1">
				<span class="text-soft">Names, one a line; nothing else is needed</span>
				<textarea
					class="min-h-32 rounded-md border border-line-strong bg-raised px-3 py-2"
					bind:value={taking.names}
				></textarea>
			</label>
			<label class="grid gap-1">
				<span class="text-soft"
					>Or a file: OneRoster from your school’s system, or a CSV that names its columns</span
				>
				<input
					type="file"
					aria-label="Roster file"
					accept=".zip,.csv,.txt,.tsv,text/csv"
					class="file:mr-3 file:rounded-md file:border file:border-line-strong/60 file:bg-raised file:px-3 file:py-1.5 file:font-semibold"
					onchange={(event) => {
						taking.file = event.currentTarget.files?.[0] ?? null;
						if (taking.file) void taking.look(master);
					}}
				/>
			</label>
			<div>
				<Button
					go
					type="submit"
					disabled={taking.busy || (!taking.file && !taking.names.trim())}
					aria-busy={taking.busy}>Look at the plan</Button
				>
			</div>
		</form>
	{/if}
	{#if taking.problem}<p role="alert" class="mt-3">
			<b>{taking.problem.message}</b>
			{taking.problem.hint}
		</p>{/if}
</Dialog>
