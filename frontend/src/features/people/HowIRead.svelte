<!-- How I want to read: seen at once on the page behind, kept for me on all devices, and seen by nobody else. -->
<script lang="ts">
	import { api, ask } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { apply, USUAL, type Reading } from '../../ui/reading';
	import { attempt } from '../../ui/report';
	import { session } from './session.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const reading = $derived<Reading>(session.reading ?? USUAL);
	const LETTERS = [100, 115, 130, 150, 175, 200] as const;
	const LINES = { usual: 'as usual', wide: 'wide', widest: 'widest' } as const;
	const FACES = { usual: 'as usual', clear: 'made for dyslexic readers' } as const;
	const TINTS = { none: 'none', sand: 'sand', sky: 'sky', moss: 'moss', rose: 'rose' } as const;

	function choose(change: Partial<Reading>) {
		const body = { ...reading, ...change };
		session.reading = body;
		apply(body);
		void attempt(() => ask(api.PUT('/api/session/reading', { body })));
	}
</script>

{#snippet ways<T extends string | number>(label: string, all: [T, string][], now: T, pick: (to: T) => void)}
	<fieldset class="mb-4">
		<legend class="mb-1 font-semibold">{label}</legend>
		<div class="flex flex-wrap gap-2">
			{#each all as [value, words] (value)}
				<Button
					class="min-h-11 {value === now ? 'border-accent bg-accent-wash' : ''}"
					aria-pressed={value === now}
					onclick={() => pick(value)}>{words}</Button
				>
			{/each}
		</div>
	</fieldset>
{/snippet}

<Dialog bind:open title="How I read">
	<p class="mb-4 text-soft">For you alone, on every device on which you sign in.</p>
	{@render ways(
		'Letters',
		LETTERS.map((size): [Reading['letters'], string] => [size, size === 100 ? 'as usual' : `${size} %`]),
		reading.letters,
		(letters) => choose({ letters })
	)}
	{@render ways(
		'Between the lines',
		Object.entries(LINES) as [Reading['lines'], string][],
		reading.lines,
		(lines) => choose({ lines })
	)}
	{@render ways(
		'Face of the letters',
		Object.entries(FACES) as [Reading['face'], string][],
		reading.face,
		(face) => choose({ face })
	)}
	{@render ways(
		'Tint of the paper',
		Object.entries(TINTS) as [Reading['tint'], string][],
		reading.tint,
		(tint) => choose({ tint })
	)}
	<label class="flex min-h-11 items-center gap-2">
		<input
			type="checkbox"
			checked={reading.still}
			onchange={(event) => choose({ still: event.currentTarget.checked })}
		/>
		Nothing moves by itself
	</label>
</Dialog>
