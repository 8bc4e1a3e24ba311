<!-- What the columns of a list are taken for, with its first rows, and what they are, if that was wrong. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import type { Schemas } from '../../api/client';
	import type { Means } from './taking.svelte';

	interface Props {
		columns: Schemas['ColumnOut'][];
		certain: boolean;
		busy: boolean;
		onmean: (column: number, means: Means) => void;
	}
	let { columns, certain, busy, onmean }: Props = $props();
	/** While it is being said what they are, they stay in sight. */
	let open = $state(untrack(() => !certain));
	const WORDS: Record<Means, string> = {
		name: 'the name',
		first: 'the first name',
		infix: 'the middle of the name',
		last: 'the family name',
		reversed: 'the name, family first',
		email: 'the e-mail address',
		id: 'the student’s number',
		class: 'the class',
		role: 'the role',
		nothing: 'nothing that is needed'
	};
	const rows = $derived(
		Array.from({ length: Math.max(0, ...columns.map((one) => one.samples.length)) }, (_, k) => k)
	);
</script>

{#if columns.length > 1}
	<details bind:open class="mb-3">
		<summary class="cursor-pointer {certain ? 'text-soft' : 'font-semibold'}"
			>{certain ? 'What the columns are' : 'The list does not name its columns. Is this right?'}</summary
		>
		<div class="mt-2 overflow-x-auto">
			<table class="text-[0.8125rem]">
				<thead>
					<tr>
						{#each columns as column, k (k)}
							<th class="pr-3 pb-1 text-left align-bottom font-normal">
								{#if column.heading}<span class="block max-w-40 truncate text-soft">{column.heading}</span
									>{/if}
								<select
									class="max-w-36 rounded border border-line-strong bg-raised px-1 py-1"
									aria-label="What column {k + 1} is"
									disabled={busy}
									value={column.means}
									onchange={(event) => onmean(k, event.currentTarget.value as Means)}
								>
									{#each Object.entries(WORDS) as [means, words] (means)}<option value={means}>{words}</option
										>{/each}
								</select>
							</th>
						{/each}
					</tr>
				</thead>
				<tbody>
					{#each rows as row (row)}
						<tr>
							{#each columns as column, k (k)}<td class="max-w-40 truncate pr-3"
									>{column.samples[row] ?? ''}</td
								>{/each}
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
	</details>
{/if}
