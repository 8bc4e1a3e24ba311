<!-- The places of a file that could not be read. -->
<script lang="ts">
	import type { Schemas } from '../api/client';

	let { problems }: { problems: Schemas['PagesReportOut']['problems'] } = $props();
</script>

<ul class="mb-4 grid gap-1 text-soft">
	{#each problems as one, at (at)}
		<li>{one.file}{one.line ? `, line ${one.line}` : ''}: {one.reason}</li>
	{/each}
</ul>
