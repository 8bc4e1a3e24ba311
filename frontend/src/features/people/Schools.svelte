<!-- A teacher who works at two schools of this installation: one sign-in opens both. -->
<script lang="ts">
	import { api, ask, Problem, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Field from '../../ui/Field.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { addressOfSchool, numberIn } from './schools';

	let found = $state.raw<Schemas['MySchoolsOut']>({ schools: [], several: false });
	let adding = $state(false);
	let address = $state('');
	let name = $state('');
	let password = $state('');
	let problem = $state.raw<Problem | null>(null);

	void attempt(load);

	async function load() {
		found = await ask(api.GET('/api/session/schools'));
	}

	const open = (school: number) =>
		attempt(async () => {
			await ask(api.POST('/api/session/school', { body: { school } }));
			location.assign(addressOfSchool(school));
		});

	async function add(event: SubmitEvent) {
		event.preventDefault();
		problem = null;
		try {
			const body = { school: numberIn(address), name, password };
			await ask(api.POST('/api/session/schools', { body }));
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			problem = error;
			return;
		}
		adding = false;
		address = name = password = '';
		toasts.say('One sign-in opens both now.');
		await attempt(load);
	}

	const part = () =>
		attempt(async () => {
			await ask(api.DELETE('/api/session/schools'));
			await load();
			toasts.say('This school stands alone again. The others are as they were.');
		});
</script>

{#if found.several}
	<h3 class="mt-6 mb-1 font-semibold">Your schools</h3>
	{#if found.schools.length}
		<ul class="divide-y divide-line">
			{#each found.schools as school (school.id)}
				<li class="flex items-center gap-3 py-1.5">
					<span class="grow">{school.name}</span>
					{#if school.here}<span class="text-soft">here</span>
					{:else}<Button quiet onclick={() => open(school.id)}>Open</Button>{/if}
				</li>
			{/each}
		</ul>
		<button type="button" class="py-1 text-accent underline" onclick={part}
			>Part this school from the others</button
		>
	{/if}
	{#if adding}
		<form class="mt-2 grid gap-3" onsubmit={add}>
			<Field label="The address of the other school" bind:value={address} placeholder="…/?school=2" />
			<Field label="What you sign in with there" autocomplete="off" bind:value={name} />
			<Field label="Your password there" type="password" autocomplete="off" bind:value={password} />
			{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
			<div><Button go type="submit">Bring them together</Button></div>
		</form>
	{:else}
		<p class="text-soft">
			Do you teach at {found.schools.length ? 'one more' : 'another'} school here?
			<button type="button" class="text-accent underline" onclick={() => (adding = true)}
				>Open it with this sign-in</button
			>
		</p>
	{/if}
{/if}
