<!-- Who I am, light or dark, and the way out. -->
<script lang="ts">
	import { go } from '../../router';
	import Menu from '../../ui/Menu.svelte';
	import { attempt } from '../../ui/report';
	import { theme } from '../../ui/theme.svelte';
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
		{
			words: 'Sign out',
			run: () =>
				void attempt(async () => {
					await session.signOut();
					go('/sign-in');
				})
		}
	]);
</script>

<Menu
	label="{session.person?.name ?? 'You'}: settings"
	{choices}
	class="h-8 w-8 rounded-full border border-line-strong/60 text-xs font-semibold hover:border-line-strong"
	>{initials}</Menu
>
