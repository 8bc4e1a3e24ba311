<!-- Leads everyone to their own: the teacher to the master, the student to the notebook. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { api, ask } from '../../api/client';
	import { go } from '../../router';
	import { attempt } from '../../ui/report';
	import { session } from './session.svelte';
	import Choose from './Choose.svelte';

	let choices = $state<{ words: string; under: string; address: string }[] | null>(null);

	onMount(() =>
		attempt(async () => {
			if (!session.person) return go('/sign-in', true);
			const found = session.person.kind === 'teacher' ? await masters() : await notebooks();
			const all = new URLSearchParams(location.search).has('all');
			if (found.length === 1 && !all) go(found[0]!.address, true);
			else choices = found;
		})
	);

	async function masters() {
		const found = await ask(api.GET('/api/masters'));
		return found.map((master) => ({ words: master.name, under: 'master', address: `/master/${master.id}` }));
	}

	async function notebooks() {
		const found = await ask(api.GET('/api/notebooks'));
		return found.map((one) => ({
			words: one.master_name,
			under: one.class_name,
			address: `/notebook/${one.id}`
		}));
	}
</script>

{#if choices}<Choose {choices} />{/if}
