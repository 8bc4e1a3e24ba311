<!-- The class as a strip: one short stroke a student. -->
<script lang="ts">
	import { strip, told, type Outcome } from './outcomes';

	interface Props {
		rows: { outcome: Outcome; notebook_ids: number[] }[];
		students: { notebook_id: number }[];
	}
	let { rows, students }: Props = $props();
	const strokes = $derived(
		strip(
			rows,
			students.map((one) => one.notebook_id)
		)
	);
</script>

<div class="flex h-6 gap-px overflow-hidden" aria-hidden="true">
	{#each strokes.slice(0, 600) as stroke, k (k)}
		<span
			class="min-w-px flex-1 rounded-[2px]"
			style:background={stroke ? told(stroke).stroke : 'var(--line)'}
		></span>
	{/each}
</div>
