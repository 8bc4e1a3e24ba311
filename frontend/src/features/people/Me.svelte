<!-- Who I am, light or dark, and the way out. -->
<script lang="ts">
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Menu from '../../ui/Menu.svelte';
	import { attempt } from '../../ui/report';
	import { theme } from '../../ui/theme.svelte';
	import { countComing } from '../../writing/coming';
	import { countKept } from '../../writing/unsaved';
	import { count } from '../../ui/words';
	import { session } from './session.svelte';

	const initials = $derived(
		(session.person?.name ?? '')
			.split(' ')
			.map((part) => part[0])
			.join('')
			.slice(0, 2)
	);
	const choices = $derived([
		{ words: theme.dark ? 'Light' : 'Dark', run: () => theme.toggle() },
		{ words: 'How I read', run: () => (reading = true) },
		{ words: 'Password', run: () => (account = true) },
		...(session.person?.administers ? [{ words: 'This school', run: () => (school = true) }] : []),
		...(session.person?.kind === 'teacher' ? [{ words: 'All courses', run: () => go('/?all=1') }] : []),
		{
			words: 'Sign out',
			run: () => (countKept() + countComing() ? (leaving = true) : leave())
		}
	]);
	let leaving = $state(false);
	let reading = $state(false);
	let account = $state(false);
	let school = $state(false);

	function leave() {
		leaving = false;
		void attempt(async () => {
			await session.signOut();
			go('/sign-in');
		});
	}
</script>

<Menu
	label="{session.person?.name ?? 'You'}: settings"
	{choices}
	class="h-8 w-8 rounded-full border border-line-strong/60 text-xs font-semibold hover:border-line-strong"
	>{initials}</Menu
>

{#if reading}{#await import('./HowIRead.svelte') then { default: HowIRead }}<HowIRead
			bind:open={reading}
		/>{/await}{/if}
{#if account}{#await import('./Account.svelte') then { default: Account }}<Account
			bind:open={account}
		/>{/await}{/if}
{#if school}{#await import('./ThisSchool.svelte') then { default: ThisSchool }}<ThisSchool
			bind:open={school}
		/>{/await}{/if}
<Dialog bind:open={leaving} title="Some words are not saved yet">
	<p class="mb-4 text-[0.9375rem]">
		{#if countKept()}On {count(countKept(), 'page', 'pages')} you have words that could not be sent.{/if}
		{#if countComing()}{count(countComing(), 'picture has', 'pictures have')} not been sent.{/if}
		Signing out takes them off this computer, for whoever sits here next. Open the page once more while you are
		connected, and they are saved.
	</p>
	<div class="flex gap-3">
		<Button go onclick={() => (leaving = false)}>Stay</Button>
		<Button onclick={leave}>Sign out, and lose them</Button>
	</div>
</Dialog>
