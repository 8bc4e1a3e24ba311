<!-- My own way in: another password, and where else I am signed in. -->
<script lang="ts">
	import { go } from '../../router';
	import { api, ask, Problem, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Field from '../../ui/Field.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { dayAndTime } from '../../ui/words';
	import Schools from './Schools.svelte';
	import { session } from './session.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	let old = $state('');
	let fresh = $state('');
	let code = $state('');
	let problem = $state.raw<Problem | null>(null);
	let sessions = $state.raw<Schemas['OpenSessionOut'][]>([]);

	$effect(() => {
		if (open) void attempt(load);
	});

	async function load() {
		sessions = await ask(api.GET('/api/sessions'));
	}

	async function change(event: SubmitEvent) {
		event.preventDefault();
		problem = null;
		try {
			await ask(api.PUT('/api/session/password', { body: { old, new: fresh } }));
			old = fresh = '';
			toasts.say('Your password is changed. Everywhere else you are signed out.');
			await load();
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			problem = error;
		}
	}

	async function takeUp(event: SubmitEvent) {
		event.preventDefault();
		await attempt(async () => {
			const { id } = await ask(api.POST('/api/session/invitation', { body: { code } }));
			code = '';
			open = false;
			go(`/master/${id}`);
		});
	}

	const end = (number: string) =>
		attempt(async () => {
			await ask(api.DELETE('/api/sessions/{number}', { params: { path: { number } } }));
			await load();
		});

	/** `Firefox on Android`: enough to tell one's own devices apart. */
	function device(browser: string): string {
		const on = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac', 'Linux'].find((name) =>
			browser.includes(name)
		);
		const by = ['Firefox', 'Edg', 'Chrome', 'Safari'].find((name) => browser.includes(name));
		return `${by === 'Edg' ? 'Edge' : (by ?? 'A browser')}${on ? ` on ${on}` : ''}`;
	}
</script>

<Dialog bind:open title="Your password">
	<p class="mb-4 text-soft">You sign in as <b class="text-ink">{session.person?.signs_in_as}</b>.</p>
	<form class="mb-6 grid gap-3" onsubmit={change}>
		<Field label="Your password now" type="password" autocomplete="current-password" bind:value={old} />
		<Field label="Your new password" type="password" autocomplete="new-password" bind:value={fresh} />
		{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
		<div><Button go type="submit">Change it</Button></div>
	</form>
	<h3 class="mb-1 font-semibold">Signed in</h3>
	<ul class="divide-y divide-line">
		{#each sessions as one (one.number)}
			<li class="flex items-center gap-3 py-1.5">
				<span class="grow">{device(one.browser)}, since {dayAndTime(one.made_at)}</span>
				{#if one.this}<span class="text-soft">here</span>
				{:else}<Button quiet onclick={() => end(one.number)}>End it</Button>{/if}
			</li>
		{/each}
	</ul>
	{#if session.person?.kind === 'teacher'}
		<form class="mt-6 grid gap-3" onsubmit={takeUp}>
			<Field label="A code that a colleague gave you, to work in their course too" bind:value={code} />
			<div><Button type="submit" disabled={!code.trim()}>Join the course</Button></div>
		</form>
		<Schools />
	{/if}
</Dialog>
