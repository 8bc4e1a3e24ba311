<!-- Who was not there on a day: days that have been noted, and one being noted. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import type { Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Chooser from '../../ui/Chooser.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Field from '../../ui/Field.svelte';
	import { attempt } from '../../ui/report';
	import { dateToday, longDay } from '../../ui/days';
	import { count } from '../../ui/words';
	import { AwayState } from './away.svelte';

	let { master, classes }: { master: number; classes: Schemas['ClassOut'][] } = $props();
	// svelte-ignore state_referenced_locally
	const away = new AwayState(master);
	let open = $state(false);
	let day = $state('');
	let chosen = $state<number[]>([]);
	/** As many days as stand beside each other; older ones are had by their date. */
	const SHOWN = 3;

	onMount(() => attempt(() => away.load()));

	function note(on: string) {
		day = on;
		chosen = [...away.on(on)];
		open = true;
		void attempt(() => away.loadStudents(classes));
	}

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		await attempt(async () => {
			await away.keep(day, chosen);
			open = false;
		});
	}
</script>

<div class="mb-4 flex flex-wrap items-center gap-x-2 gap-y-1" role="group" aria-label="Away">
	<span class="mr-1 text-soft">Away</span>
	{#each away.lists.slice(0, SHOWN) as one (one.id)}
		<button
			type="button"
			class="rounded-md px-2.5 py-1 font-semibold hover:bg-accent-wash"
			onclick={() => note(one.day)}
			>{longDay(one.day)} <span class="font-normal text-soft">{one.notebook_ids.length}</span></button
		>
	{/each}
	<button type="button" class="rounded-md px-2.5 py-1 text-accent underline" onclick={() => note(dateToday())}
		>{away.lists.length ? 'Another day' : 'Note who was not there'}</button
	>
</div>

<Dialog bind:open title="Who was not there">
	<form class="grid gap-3" onsubmit={keep}>
		<p class="text-soft">
			Choose them once. Then “those away on {day ? longDay(day) : 'that day'}” stands where you say whom a
			page is for.
		</p>
		<Field label="Day" type="date" required bind:value={day} onchange={() => (chosen = [...away.on(day)])} />
		<div class="max-h-[45vh] overflow-y-auto rounded-md border border-line-strong bg-raised">
			<Chooser
				label="Students"
				items={away.students}
				{chosen}
				ontoggle={(id) =>
					(chosen = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id])}
			/>
		</div>
		<div>
			<Button go type="submit" disabled={!day}
				>{chosen.length ? `Note ${count(chosen.length, 'student')}` : 'Nobody was away'}</Button
			>
		</div>
	</form>
</Dialog>
