<!-- A page of the student's own. Only who begins one waits for what is asked. -->
<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import type { Component } from 'svelte';
	import { attempt } from '../../ui/report';
	import type { NotebookState } from './notebook.svelte';

	interface Props {
		notebook: NotebookState;
		open: number | null;
	}
	let { notebook, open }: Props = $props();
	let Form = $state.raw<Component<Props & { ondone: () => void }> | null>(null);
	const ask = () => attempt(async () => (Form = (await import('./later')).NewPageForm));
</script>

{#if Form}
	<Form {notebook} {open} ondone={() => (Form = null)} />
{:else}
	<button
		type="button"
		class="mt-3 ml-[22px] inline-flex min-h-11 items-center gap-1.5 self-start rounded-md px-2 text-soft hover:text-ink md:min-h-8"
		onclick={() => void ask()}><Plus size={16} /> A page of my own</button
	>
{/if}
