<!-- Who works in the course, and as what. -->
<script lang="ts">
	import Dialog from '../../ui/Dialog.svelte';
	import Menu from '../../ui/Menu.svelte';
	import { attempt } from '../../ui/report';
	import { ColleaguesState, DOES, type Colleague } from './colleagues.svelte';

	let { master, open = $bindable() }: { master: number; open: boolean } = $props();
	// svelte-ignore state_referenced_locally
	const colleagues = new ColleaguesState(master);

	$effect(() => {
		if (open) void attempt(() => colleagues.load());
	});

	function choices(one: Colleague) {
		const to = (role: Colleague['role'], words: string) => ({
			words,
			run: () => void attempt(() => colleagues.setRole(one, role))
		});
		return [
			one.role === 'helper'
				? to('co-teacher', 'Let them write and push')
				: to('helper', 'Let them only read along'),
			to('owner', 'Hand the course over'),
			{ words: 'Take out of the course', run: () => void attempt(() => colleagues.takeOut(one)) }
		];
	}
</script>

<Dialog bind:open title="Who works here">
	<ul class="divide-y divide-line" aria-label="Colleagues">
		{#each colleagues.all as one (one.person_id)}
			<li class="flex items-center gap-3 py-2">
				<span class="grow font-semibold"
					>{one.name}{#if one.me}<span class="font-normal text-soft">, you</span>{/if}</span
				>
				<span class="text-soft">{DOES[one.role]}</span>
				{#if colleagues.owns && !one.me}
					<Menu
						label="{one.name}: more"
						choices={choices(one)}
						class="rounded-md px-2 py-1 text-soft hover:text-ink">more</Menu
					>
				{/if}
			</li>
		{/each}
	</ul>
</Dialog>
