<!-- The groups of a course, and one of them being put together. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import type { Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Field from '../../ui/Field.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import Chooser from '../../ui/Chooser.svelte';
	import { GroupsState, union, type Group } from './groups.svelte';

	let { master, classes }: { master: number; classes: Schemas['ClassOut'][] } = $props();
	// svelte-ignore state_referenced_locally
	const groups = new GroupsState(master);
	let open = $state(false);
	let edited = $state.raw<Group | null>(null);
	let name = $state('');
	let members = $state<number[]>([]);

	onMount(() => attempt(() => groups.load()));

	function edit(group: Group | null) {
		edited = group;
		name = group?.name ?? '';
		members = [...(group?.notebook_ids ?? [])];
		open = true;
		void attempt(() => groups.loadStudents(classes));
	}

	function toggle(id: number) {
		members = members.includes(id) ? members.filter((one) => one !== id) : [...members, id];
	}

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		await attempt(async () => {
			await groups.keep(edited?.id ?? null, name, members);
			open = false;
		});
	}

	async function remove() {
		open = false;
		if (edited) await attempt(() => groups.remove(edited!));
	}
</script>

<div class="mb-4 flex flex-wrap items-center gap-x-2 gap-y-1" role="group" aria-label="Groups">
	<span class="mr-1 text-soft">Groups</span>
	{#each groups.groups as group (group.id)}
		<button
			type="button"
			class="rounded-md px-2.5 py-1 font-semibold hover:bg-accent-wash"
			onclick={() => edit(group)}
			>{group.name} <span class="font-normal text-soft">{group.notebook_ids.length}</span></button
		>
	{/each}
	<button type="button" class="rounded-md px-2.5 py-1 text-accent underline" onclick={() => edit(null)}
		>{groups.groups.length ? 'New' : 'Make one'}</button
	>
</div>

<Dialog bind:open title={edited ? edited.name : 'A new group'}>
	<form class="grid gap-3" onsubmit={keep}>
		<p class="text-soft">
			Students of any class who are given pages together. Who comes into it later gets what it was given.
		</p>
		<Field label="Name of the group" bind:value={name} />
		<div class="flex flex-wrap items-baseline gap-x-1" role="group" aria-label="Add all of">
			<span class="mr-1 text-soft">Add all of</span>
			<!-- First, so that it stays where it is while the classes come in. -->
			<button type="button" class="px-2 py-0.5 text-accent underline" onclick={() => (members = [])}
				>none</button
			>
			{#each groups.wholes as whole, k (k)}
				<button
					type="button"
					class="rounded px-2 py-0.5 font-semibold hover:bg-accent-wash"
					onclick={() => (members = union(members, whole.ids))}>{whole.name}</button
				>
			{/each}
		</div>
		<div class="max-h-[45vh] overflow-y-auto rounded-md border border-line-strong bg-raised">
			<Chooser label="Students" items={groups.students} chosen={members} ontoggle={toggle} />
		</div>
		<div class="flex flex-wrap items-center gap-2">
			<Button go type="submit" disabled={!name.trim()}
				>{edited ? 'Keep it' : 'Make it'}: {count(members.length, 'student')}</Button
			>
			{#if edited}<Button onclick={remove}>Remove the group</Button>{/if}
		</div>
	</form>
</Dialog>
