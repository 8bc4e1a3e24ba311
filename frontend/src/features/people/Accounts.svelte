<!-- Everybody of the school, for who looks after it: who has not been here for long, whose account is closed. -->
<script lang="ts">
	import { api, ask, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { day } from '../../ui/words';

	import { session } from './session.svelte';

	type Account = Schemas['AccountOut'];
	const YEAR = 365 * 24 * 3600 * 1000;
	const FEW = 50;

	let all = $state.raw<Account[]>([]);
	let sought = $state('');
	let unseen = $state(false);
	let chosen = $state(0);
	const shown = $derived(
		all.filter(
			(one) =>
				`${one.name} ${one.signs_in_as}`.toLowerCase().includes(sought.trim().toLowerCase()) &&
				(!unseen || !one.seen_at || Date.now() - Date.parse(one.seen_at) > YEAR)
		)
	);

	void attempt(load);

	async function load() {
		all = await ask(api.GET('/api/accounts'));
	}

	function when(one: Account): string {
		if (one.erased) return 'erased';
		if (one.closed_at) return `closed on ${day(one.closed_at)}`;
		return one.seen_at ? `here on ${day(one.seen_at)}` : 'never signed in';
	}

	const path = (one: Account) => ({ params: { path: { person_id: one.id } } });

	async function close(one: Account) {
		await ask(api.POST('/api/accounts/{person_id}/close', path(one)));
		await load();
		toasts.say(`${one.name} cannot sign in any more. What they wrote stays.`, { undo: () => reopen(one) });
	}

	async function reopen(one: Account) {
		await ask(api.POST('/api/accounts/{person_id}/reopen', path(one)));
		await load();
	}

	async function freeAddress(one: Account) {
		const was = await setNames(one, {});
		toasts.say(
			`${one.signs_in_as} is free. ${one.name} is signed out, and signs in with a name from now on.`,
			{ undo: async () => void (await setNames(one, was)) }
		);
	}

	async function setNames(one: Account, body: Schemas['NamesOfPerson']) {
		const was = await ask(api.PUT('/api/accounts/{person_id}/names', { ...path(one), body }));
		await load();
		return was;
	}

	async function erase(one: Account) {
		const { pages } = await ask(api.POST('/api/accounts/{person_id}/erase', path(one)));
		await load();
		toasts.say(`${one.name} is erased, with ${pages} written pages. That it was done is on record.`);
	}
</script>

<h3 class="mt-6 mb-2 font-semibold">Accounts</h3>
<div class="mb-2 flex flex-wrap items-center gap-3">
	<input
		class="min-w-40 grow rounded-md border border-line-strong bg-raised px-3 py-1.5"
		type="search"
		aria-label="Find somebody"
		placeholder="Find somebody"
		bind:value={sought}
	/>
	<label class="flex items-center gap-2"
		><input type="checkbox" bind:checked={unseen} /> not here for a year</label
	>
</div>
<ul class="max-h-72 divide-y divide-line overflow-y-auto">
	{#each shown.slice(0, FEW) as one (one.id)}
		<li class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
			<span class="min-w-0 grow"
				><b class="font-semibold">{one.name}</b>
				<span class="text-soft">{one.kind}, {one.signs_in_as}, {when(one)}</span></span
			>
			{#if one.erased || one.id === session.person?.id}<span></span>
			{:else if one.closed_at}
				<Button quiet onclick={() => attempt(() => reopen(one))}>Bring back</Button>
				<Button quiet onclick={() => attempt(() => erase(one))}>Erase for good</Button>
			{:else if chosen === one.id}
				{#if one.email || one.outside_id}
					<Button quiet onclick={() => attempt(() => freeAddress(one))}>Not their address</Button>
				{/if}
				<Button quiet onclick={() => attempt(() => close(one))}>Close the account</Button>
			{:else}
				<button class="text-accent underline" aria-label="Change {one.name}" onclick={() => (chosen = one.id)}
					>Change</button
				>
			{/if}
		</li>
	{:else}<li class="py-2 text-soft">Nobody.</li>{/each}
</ul>
{#if shown.length > FEW}<p class="pt-1 text-soft">And {shown.length - FEW} more: type part of a name.</p>{/if}
