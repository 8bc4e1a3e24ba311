<!-- The whole notebook as a file of one's own. -->
<script lang="ts">
	import Dialog from '../../ui/Dialog.svelte';
	import MakeFile from '../../ui/MakeFile.svelte';
	import Radios from '../../ui/Radios.svelte';

	let { id, open = $bindable() }: { id: number; open: boolean } = $props();
	let form = $state<'html' | 'pdf' | 'zip'>('html');

	const FORMS = {
		html: { words: 'One web page', under: 'Opens in any browser, with no network.' },
		pdf: { words: 'A PDF', under: 'To print, or to send.' },
		zip: { words: 'A zip of text files and pictures', under: 'Markdown: to work on with other programs.' }
	};
</script>

<Dialog bind:open title="Take it home">
	<div class="grid gap-3">
		<p class="text-soft">
			The whole notebook as it is now, without what is in the drawer: the teacher’s words beside a red line,
			the student’s beside a double blue one.
		</p>
		<div class="rounded-md border border-line">
			<Radios label="As what" choices={FORMS} chosen={form} onchoose={(to) => (form = to)} />
		</div>
		<MakeFile address="/api/notebooks/{id}/home?form={form}" onclose={() => (open = false)} />
	</div>
</Dialog>
