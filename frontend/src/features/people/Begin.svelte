<!-- The first day: whoever started Red Thread becomes the first teacher, with a school and a course. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { api, ask, Problem } from '../../api/client';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import Field from '../../ui/Field.svelte';
	import Door from './Door.svelte';
	import { session } from './session.svelte';

	const code = new URLSearchParams(location.search).get('code') ?? '';
	const { language } = navigator;
	const time_zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
	let name = $state('');
	let email = $state('');
	let password = $state('');
	let school = $state('');
	let course = $state('');
	let waiting = $state(true);
	let problem = $state.raw<Problem | null>(null);

	onMount(() => attempt(() => ask(api.GET('/api/begin/{code}', { params: { path: { code } } }))));

	async function attempt(how: () => Promise<unknown>) {
		problem = null;
		try {
			await how();
			waiting = false;
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			problem = error;
		}
	}

	const begin = () =>
		attempt(async () => {
			const master = await session.beginSchool({
				code,
				name,
				email,
				password,
				school,
				course,
				time_zone,
				language
			});
			go(`/master/${master}/classes`, true);
		});
</script>

<svelte:head><title>Begin · Red Thread</title></svelte:head>

<Door title="Begin">
	{#if waiting && problem}
		<p role="alert"><b>{problem.message}</b> {problem.hint}</p>
		<p class="mt-4"><a class="thumb text-accent underline underline-offset-4" href="/sign-in">Sign in</a></p>
	{:else if !waiting}
		<p class="mb-5 text-soft">You are the first here: you teach, and you look after this school.</p>
		<form
			class="grid gap-3"
			onsubmit={(event) => {
				event.preventDefault();
				void begin();
			}}
		>
			<Field label="Your name, as your students know you" bind:value={name} autocomplete="name" />
			<Field label="Your e-mail, if you want to sign in with it" required={false} bind:value={email} />
			<Field
				label="A password. Three words that you can remember make a good one"
				type="password"
				autocomplete="new-password"
				bind:value={password}
			/>
			<Field label="The school" bind:value={school} placeholder="Saltmarsh Lane School" />
			<Field label="The course" bind:value={course} placeholder="Shore Studies" />
			{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
			<div class="pt-1"><Button go type="submit">Begin</Button></div>
		</form>
	{/if}
</Door>
