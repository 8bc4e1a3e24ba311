<!-- A student's page, for the teacher to read. -->
<script lang="ts">
	import ArrowLeft from '@lucide/svelte/icons/arrow-left';
	import { back, route } from '../../router';
	import { attempt } from '../../ui/report';
	import { KnotsState, type How } from '../knots';
	import { Frame } from '../people';
	import { CopyState } from './copy.svelte';
	import CopyPage from './CopyPage.svelte';

	const params = route.params as { master: string; copy: string };
	const copy = new CopyState(Number(params.copy));

	async function untie(knot: string, how: How) {
		if (!copy.open?.page_id) return;
		const knots = new KnotsState(copy.open.page_id, () => copy.refresh());
		await attempt(() => knots.untie([{ copy: copy.id, knot, person: copy.open!.notebook.person_name }], how));
	}
	const title = $derived(copy.open ? `${copy.open.notebook.person_name}’s page` : 'A student’s page');
</script>

<Frame master={Number(params.master)} here="reach" {title}>
	<button
		type="button"
		class="inline-flex min-h-11 items-center gap-1.5 px-5 font-semibold text-soft hover:text-ink"
		onclick={() => back(`/master/${params.master}`)}><ArrowLeft size={18} /> Back</button
	>
	{#if copy.open}
		<a
			class="float-right inline-flex min-h-11 items-center px-5 font-semibold text-soft hover:text-ink"
			href="/master/{params.master}/notebook/{copy.open.notebook.id}"
			>All of {copy.open.notebook.person_name.split(' ')[0]}’s notebook</a
		>
	{/if}
	<CopyPage {copy} hand="reader" {untie} />
</Frame>
