<script lang="ts">
	import { Problem } from '../../api/client';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import Door from './Door.svelte';
	import { session } from './session.svelte';

	let code = $state(new URLSearchParams(location.search).get('code') ?? '');
	let password = $state('');
	let problem = $state<Problem | null>(null);

	async function use(event: SubmitEvent) {
		event.preventDefault();
		problem = null;
		try {
			await session.useCode(code, password);
			go('/', true);
		} catch (error) {
			if (error instanceof Problem) problem = error;
			else throw error;
		}
	}
</script>

<svelte:head><title>Your first time here · Red Thread</title></svelte:head>

<Door title="Your first time here">
	<form class="grid gap-3" onsubmit={use}>
		<label class="grid gap-1">
			<span class="text-soft">The code on your slip</span>
			<input
				class="rounded-md border border-line-strong bg-raised px-3 py-2 tracking-widest uppercase"
				autocomplete="one-time-code"
				autocapitalize="characters"
				required
				bind:value={code}
			/>
		</label>
		<label class="grid gap-1">
			<span class="text-soft">Choose a password. Three words that you can remember make a good one.</span>
			<input
				class="rounded-md border border-line-strong bg-raised px-3 py-2"
				type="password"
				autocomplete="new-password"
				minlength="8"
				required
				bind:value={password}
			/>
		</label>
		{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
		<div class="flex items-center gap-5 pt-1">
			<Button go type="submit">Open my notebook</Button>
			<a class="thumb text-accent underline underline-offset-4" href="/sign-in">I have a password</a>
		</div>
	</form>
</Door>
