<!-- The whole notebook as a file of one's own. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { keepFile } from '../../ui/keep-file';
	import Radios from '../../ui/Radios.svelte';
	import { attempt } from '../../ui/report';

	let { id, open = $bindable() }: { id: number; open: boolean } = $props();
	let form = $state<'html' | 'pdf' | 'zip'>('html');
	let making = $state(false);

	const FORMS = {
		html: { words: 'One web page', under: 'Opens in any browser, with no network.' },
		pdf: { words: 'A PDF', under: 'To print, or to send.' },
		zip: { words: 'A zip of text files and pictures', under: 'Markdown: to work on with other programs.' }
	};

	async function make() {
		making = true;
		const kept = await attempt(async () => {
			await keepFile(`/api/notebooks/${id}/home?form=${form}`);
			return true;
		});
		making = false;
		if (kept) open = false;
	}
</script>

<Dialog bind:open title="Take it home">
	<div class="grid gap-3">
		<p class="text-soft">
			The whole notebook as it is now, without what is in the drawer: the teacher’s words beside a red line,
			the student’s beside a blue one.
		</p>
		<div class="rounded-md border border-line">
			<Radios label="As what" choices={FORMS} chosen={form} onchoose={(to) => (form = to)} />
		</div>
		<div class="mt-1 flex items-center gap-2">
			<Button go disabled={making} onclick={make}>{making ? 'Making it …' : 'Make the file'}</Button>
			<Button onclick={() => (open = false)}>{making ? 'Close; it comes by itself' : 'Not now'}</Button>
		</div>
	</div>
</Dialog>
