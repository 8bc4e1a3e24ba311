<!-- Asks for the name of a class, or for a colleague. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Field from '../../ui/Field.svelte';
	import Radios from '../../ui/Radios.svelte';
	import { attempt } from '../../ui/report';
	import type { ClassesState } from './classes.svelte';

	type Naming = 'new' | 'class' | 'colleague' | null;
	let { classes, naming = $bindable() }: { classes: ClassesState; naming: Naming } = $props();
	let name = $state('');
	let email = $state('');
	let role = $state<'co-teacher' | 'helper'>('co-teacher');
	const ROLES = {
		'co-teacher': { words: 'Teaches with you', under: 'They write, push and see who has what.' },
		helper: { words: 'Reads along', under: 'They see pages, notebooks and reach, and change nothing.' }
	};
	const TITLES = { new: 'An empty class', class: 'Another name', colleague: 'Invite a colleague' };

	$effect(() => {
		const called = naming === 'class' ? untrack(() => classes.shown?.name ?? '') : '';
		name = called;
		email = '';
		role = 'co-teacher';
	});

	async function done(event: SubmitEvent) {
		event.preventDefault();
		const what = naming;
		await attempt(() => {
			if (what === 'new') return classes.addClass(name);
			if (what === 'class') return classes.renameClass(name);
			return classes.invite(name, email, role);
		});
		naming = null;
	}
</script>

<Dialog
	bind:open={() => naming !== null, (open) => (naming = open ? naming : null)}
	title={naming ? TITLES[naming] : ''}
>
	<form class="grid gap-3" onsubmit={done}>
		{#if naming === 'colleague'}
			<Radios label="What they do here" choices={ROLES} chosen={role} onchoose={(to) => (role = to)} />
		{/if}
		<Field label={naming === 'colleague' ? 'Their name' : 'Name of the class'} bind:value={name} />
		{#if naming === 'colleague'}
			<Field label="Their e-mail, if they have one" type="email" required={false} bind:value={email} />
		{/if}
		<div><Button go type="submit">{naming === 'colleague' ? 'Invite' : 'Good'}</Button></div>
	</form>
</Dialog>
