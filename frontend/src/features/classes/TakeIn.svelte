<!-- Brings students in: a list of names or a roster, its plan, then the taking, which can be undone. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { api, ask, Problem, sendForm, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { toasts } from '../../ui/toasts.svelte';
	import Unreadable from '../../ui/Unreadable.svelte';
	import { count } from '../../ui/words';
	import RosterPlan from './RosterPlan.svelte';
	import { comes } from './roster';

	interface Props {
		master: number;
		/** The class that is looked at. */
		here: string;
		open: boolean;
		/** Something was taken in, or undone: in this class, if it is known which. */
		ontaken: (name?: string) => void;
	}
	let { master, here, open = $bindable(), ontaken }: Props = $props();
	let name = $state('');
	let names = $state('');
	let file = $state.raw<File | null>(null);
	let leave = $state(false);
	let plan = $state.raw<Schemas['RosterPlanOut'] | null>(null);
	let problem = $state.raw<Problem | null>(null);

	$effect(() => {
		if (open) untrack(begin); // and not again when the classes have been loaded meanwhile
	});

	function begin() {
		name = here;
		names = '';
		file = plan = problem = null;
	}

	const nothing = $derived(
		(plan?.lines ?? []).every(
			(line) => line.line === 'known' || line.line === 'refused' || (line.line === 'left' && !leave)
		)
	);
	const fields = () => ({ class_name: name, ...(file ? {} : { names }) });

	async function attempt(how: () => Promise<void>) {
		problem = null;
		try {
			await how();
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			problem = error;
		}
	}

	const look = () =>
		attempt(async () => {
			plan = await sendForm<Schemas['RosterPlanOut']>(`/api/masters/${master}/roster/plan`, file, fields());
		});

	const take = () =>
		attempt(async () => {
			const address = `/api/masters/${master}/roster?leave=${leave}`;
			const taken = await sendForm<Schemas['RosterReportOut']>(address, file, fields());
			open = false;
			ontaken(taken.lines[0]?.class_name);
			const { students, pages } = taken.caught_up;
			const later = students
				? ` ${count(pages, 'page')} of the class ${pages > 1 ? 'are' : 'is'} on the way to them.`
				: '';
			toasts.say(`${count(comes(taken.lines), 'student is', 'students are')} in.${later}`, {
				undo: async () => {
					await ask(api.POST('/api/rosters/{taking_id}/undo', { params: { path: { taking_id: taken.id } } }));
					ontaken();
				}
			});
		});
</script>

<Dialog bind:open title="Bring students in">
	{#if plan}
		<RosterPlan lines={plan.lines} bind:leave />
		{#if plan.problems.length}
			<p class="mt-3 mb-1 font-semibold">{count(plan.problems.length, 'row')} cannot be read:</p>
			<Unreadable problems={plan.problems} />
		{/if}
		<div class="mt-4 flex gap-2">
			<Button go disabled={nothing} onclick={take}>
				{comes(plan.lines)
					? `Take ${count(comes(plan.lines), 'student')} in`
					: nothing
						? 'Nothing to take in'
						: 'Do it'}
			</Button>
			<Button onclick={() => (plan = null)}>Back</Button>
		</div>
	{:else}
		<form
			class="grid gap-3"
			onsubmit={(event) => {
				event.preventDefault();
				void look();
			}}
		>
			<label class="grid gap-1">
				<span class="text-soft">Name of the class, if a file does not say it</span>
				<input
					class="rounded-md border border-line-strong bg-raised px-3 py-2"
					placeholder="9A"
					bind:value={name}
				/>
			</label>
			<label class="grid gap-1">
				<span class="text-soft">Names, one a line; nothing else is needed</span>
				<textarea class="min-h-32 rounded-md border border-line-strong bg-raised px-3 py-2" bind:value={names}
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
						file = event.currentTarget.files?.[0] ?? null;
						if (file) void look();
					}}
				/>
			</label>
			<div><Button go type="submit" disabled={!file && !names.trim()}>Look at the plan</Button></div>
		</form>
	{/if}
	{#if problem}<p role="alert" class="mt-3"><b>{problem.message}</b> {problem.hint}</p>{/if}
</Dialog>
