<!-- What taking a roster in will do, class by class; nothing has happened yet. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import { grouped, KINDS } from './roster';

	let { lines, leave = $bindable() }: { lines: Schemas['RosterLineOut'][]; leave: boolean } = $props();
	const left = $derived(lines.filter((line) => line.line === 'left').length);
</script>

<p class="mb-3 text-soft">Nothing has happened yet.</p>
{#each grouped(lines) as group (group.name)}
	<h3 class="mt-3 font-serif text-lg font-semibold">{group.name}</h3>
	<ul>
		{#each group.kinds as { kind, lines: of } (kind)}
			<li>
				<details open={kind === 'refused' || kind === 'asked' || of.length <= 12}>
					<summary class="cursor-pointer py-0.5"><b>{of.length}</b> {KINDS[kind].counted}</summary>
					<ul class="mb-2 pl-5 text-[0.875rem]">
						{#each of as line, k (k)}
							<li>{line.name} <span class="text-soft">{KINDS[kind].beside(line)}</span></li>
						{/each}
					</ul>
				</details>
			</li>
		{/each}
	</ul>
{/each}
{#if left}
	<label class="mt-3 flex items-center gap-2">
		<input type="checkbox" bind:checked={leave} /> Those who are not in the list leave their class; their notebooks
		are kept
	</label>
{/if}
