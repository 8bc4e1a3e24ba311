<!-- A page, a section or the whole master as a file: to print, or to read without Red Thread. -->
<script lang="ts">
	import Dialog from '../../ui/Dialog.svelte';
	import MakeFile from '../../ui/MakeFile.svelte';
	import Radios from '../../ui/Radios.svelte';
	import type { Printed } from './print';

	let { master, asked = $bindable() }: { master: number; asked: Printed | null } = $props();
	let form = $state<'pdf' | 'html'>('pdf');
	let answers = $state<'room' | 'shown'>('room');

	const FORMS = {
		pdf: { words: 'A PDF', under: 'To print: every page begins a sheet of its size.' },
		html: { words: 'One web page', under: 'To read in any browser, without a network.' }
	};
	const ANSWERS = {
		room: { words: 'Places to answer are empty', under: 'With room to write by hand.' },
		shown: { words: 'With what stands in them', under: 'Your examples, picks and drawings.' }
	};

	const address = $derived(
		`/api/masters/${master}/print?${asked?.said ?? ''}form=${form}&answers=${answers === 'shown'}`
	);
</script>

<Dialog bind:open={() => asked !== null, (open) => !open && (asked = null)} title="Print “{asked?.name}”">
	<div class="grid gap-3">
		<div class="rounded-md border border-line">
			<Radios label="As what" choices={FORMS} chosen={form} onchoose={(to) => (form = to)} />
		</div>
		<div class="rounded-md border border-line">
			<Radios label="Places to answer" choices={ANSWERS} chosen={answers} onchoose={(to) => (answers = to)} />
		</div>
		<MakeFile {address} onclose={() => (asked = null)} />
	</div>
</Dialog>
