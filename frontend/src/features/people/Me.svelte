<!-- Who I am, light or dark, and the way out. -->
<script lang="ts">
	import { go } from '../../router';
	import Menu from '../../ui/Menu.svelte';
	import { attempt } from '../../ui/report';
	import { theme } from '../../ui/theme.svelte';
	import { countComing } from '../../writing/coming';
	import { countKept } from '../../writing/unsaved';
	import { soon } from '../../ui/fetch-soon';
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
	// Asked for when there is no line: it has to be there by then.
	soon(() => import('./Leaving.svelte'));
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
{#if leaving}{#await import('./Leaving.svelte') then { default: Leaving }}<Leaving
			bind:open={leaving}
			onleave={leave}
		/>{/await}{/if}
