<script lang="ts">
	import { onMount } from 'svelte';
	import { api, ask, Problem, type Schemas } from '../../api/client';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import Door from './Door.svelte';
	import { session } from './session.svelte';

	let name = $state('');
	let password = $state('');
	let problem = $state<Problem | null>(null);
	let busy = $state(false);
	let welcome = $state<Schemas['WelcomeOut'] | null>(null);

	onMount(() => attempt(async () => (welcome = await ask(api.GET('/api/welcome')))));

	function onwards() {
		const next = new URLSearchParams(location.search).get('next');
		go(next?.startsWith('/') && !next.startsWith('//') ? next : '/', true);
	}

	async function enter(how: () => Promise<void>) {
		busy = true;
		problem = null;
		try {
			await how();
			onwards();
		} catch (error) {
			if (error instanceof Problem) problem = error;
			else throw error;
		} finally {
			busy = false;
		}
	}
</script>

<svelte:head><title>Sign in · Red Thread</title></svelte:head>

<Door title="Sign in">
	<form
		class="grid gap-3"
		onsubmit={(event) => {
			event.preventDefault();
			void enter(() => session.signIn(name, password));
		}}
	>
		<label class="grid gap-1">
			<span class="text-soft">E-mail, or the name on your slip</span>
			<input
				class="rounded-md border border-line-strong bg-raised px-3 py-2"
				autocomplete="username"
				required
				bind:value={name}
			/>
		</label>
		<label class="grid gap-1">
			<span class="text-soft">Password</span>
			<input
				class="rounded-md border border-line-strong bg-raised px-3 py-2"
				type="password"
				autocomplete="current-password"
				required
				bind:value={password}
			/>
		</label>
		{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
		<div class="flex items-center gap-5 pt-1">
			<Button go type="submit" disabled={busy}>Sign in</Button>
			<a class="thumb text-accent underline underline-offset-4" href="/code">I have a sign-in code</a>
		</div>
	</form>

	{#if welcome?.demo}
		<section class="mt-10 border-t border-line pt-6" aria-labelledby="walk-in">
			<h2 id="walk-in" class="mb-1 text-lg font-semibold">Walk in as</h2>
			<p class="mb-3 text-soft">This is the demo. Everyone in it is made up.</p>
			<ul>
				{#each welcome.walkers as walker (walker.id)}
					<li>
						<button
							type="button"
							disabled={busy}
							class="-mx-2 flex w-full flex-wrap items-baseline gap-x-3 rounded-md px-2 py-2 text-left hover:bg-accent-wash"
							onclick={() => enter(() => session.walkIn(walker.id))}
						>
							<span class="font-serif text-[1.0625rem] font-semibold">{walker.name}</span>
							<span class="text-soft">{walker.about}</span>
						</button>
					</li>
				{/each}
			</ul>
		</section>
	{/if}
</Door>
