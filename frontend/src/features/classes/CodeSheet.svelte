<!-- A sheet of sign-in codes to print and cut: one slip a student. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import { count } from '../../ui/words';
	import { session } from '../people';

	let { sheet, onclose }: { sheet: Schemas['CodeSheetOut']; onclose: () => void } = $props();
</script>

<div class="mx-auto max-w-4xl px-5 py-8 print:max-w-none print:p-0">
	<div class="no-print mb-6 flex flex-wrap items-center gap-3">
		<h1 class="grow font-serif text-2xl font-semibold">
			{count(sheet.codes.length, 'sign-in code')} for {sheet.class_name}
		</h1>
		<Button go onclick={() => window.print()}>Print the sheet</Button>
		<Button onclick={onclose}>Back to the class</Button>
		<p class="w-full text-soft">
			They are shown this once and work once each, for thirty days. Print them now; a new code can be made any
			time, and ends the one before.
			{#if sheet.left_out.length}
				No code for {sheet.left_out.join(', ')}: other teachers have them too. Ask who looks after the school.
			{/if}
		</p>
	</div>
	<ul class="grid grid-cols-1 gap-px sm:grid-cols-2 print:grid-cols-2">
		{#each sheet.codes as code (code.code)}
			<li
				class="flex break-inside-avoid items-center gap-4 border border-dashed border-line-strong p-4 print:text-black"
			>
				<img src={code.picture} alt="QR code for {code.name}" class="h-24 w-24 shrink-0 bg-white p-1" />
				<div class="min-w-0">
					<p class="font-serif text-lg font-semibold">{code.name}</p>
					<p class="text-[0.7812rem] text-soft">
						{[sheet.class_name, session.school.name].filter(Boolean).join(', ')}
					</p>
					<p class="text-[0.7812rem] break-all text-soft">{sheet.address}</p>
					<p class="mt-1 font-mono text-lg tracking-wider">{code.code}</p>
					{#if code.signs_in_as}
						<p class="text-[0.7812rem]">
							Afterwards you sign in as <b class="break-all">{code.signs_in_as}</b>
						</p>
					{/if}
				</div>
			</li>
		{/each}
	</ul>
</div>
