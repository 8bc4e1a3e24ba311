<!-- One cell of the cloth: its form tells the state, not only its colour. -->
<script lang="ts">
	import { SIGNS } from '../../thread/signs';
	import type { Cell } from './cells';

	let { cell }: { cell: Cell } = $props();
</script>

<svg viewBox="0 0 26 24" width="26" height="24" aria-hidden="true" class="block fill-none">
	{#if cell.knotted}
		<g class="stroke-thread" stroke-width="2.2" stroke-linecap="round" transform="translate(2 1) scale(.92)">
			{#each SIGNS.knot as d (d)}<path {d} />{/each}
		</g>
	{:else if cell.state === 'not-opened'}
		<path
			d="M4 12H22"
			class="stroke-thread"
			stroke-width="1.4"
			stroke-dasharray={cell.behind ? '4 3' : undefined}
		/>
	{:else if cell.state === 'opened'}
		<path
			d="M4 12H22"
			class="stroke-thread"
			stroke-width="5"
			stroke-dasharray={cell.behind ? '4 2.5' : undefined}
		/>
	{:else if cell.state === 'writing' || cell.state === 'ready'}
		<rect x="3" y="6" width="20" height="12" rx="2" class="fill-paper stroke-pencil" stroke-width="1.3" />
		<rect
			x="3"
			y="6"
			width={cell.state === 'ready' ? 20 : 2 * cell.tenths}
			height="12"
			rx="2"
			class="fill-pencil"
		/>
		{#if cell.state === 'ready'}<path d="M9 12l3 3 6-6" class="stroke-paper" stroke-width="1.8" />{/if}
		{#if cell.behind}<path
				d="M3 21.5H23"
				class="stroke-thread"
				stroke-width="2"
				stroke-dasharray="4 2.5"
			/>{/if}
	{:else if cell.state === 'taken-back' || cell.state === 'cut-loose'}
		<g class="stroke-pencil" stroke-width="2" stroke-linecap="round" transform="translate(2 1) scale(.92)">
			{#each SIGNS[cell.state === 'cut-loose' ? 'frayed' : 'loose'] as d (d)}<path {d} />{/each}
		</g>
	{:else if cell.state === 'put-away'}
		<path d="M6 8V16H20V8" class="stroke-soft" stroke-width="1.4" />
	{/if}
</svg>
