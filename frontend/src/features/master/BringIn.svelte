<!-- Brings pages in from files. -->
<script lang="ts">
	import type { Schemas } from '../../api/client';
	import Dialog from '../../ui/Dialog.svelte';
	import TakeFile from '../../ui/TakeFile.svelte';
	import Unreadable from '../../ui/Unreadable.svelte';
	import { count } from '../../ui/words';
	import type { MasterState } from './master.svelte';

	let { master, open = $bindable() }: { master: MasterState; open: boolean } = $props();

	async function take(file: File) {
		const report = await master.takeIn(file);
		if (report.problems.length === 0) open = false;
		return report;
	}
</script>

<Dialog bind:open title="Bring pages in">
	<p class="mb-4 text-soft">
		A file becomes a page: Markdown, a web page, a DOCX document, a picture. Of a PDF each page becomes one,
		to write under. A zip of folders becomes sections and their pages, in the order of their names.
	</p>
	<TakeFile
		label="File, or zip of files"
		accept=".md,.markdown,.html,.htm,.docx,.pdf,.png,.jpg,.jpeg,.webp,.gif,.svg,.zip"
		{take}
		ondone={() => (open = false)}
	>
		{#snippet told(report: Schemas['PagesReportOut'])}
			<p class="mb-2">
				{count(report.page_ids.length, 'page')} came in. {count(report.problems.length, 'place')} could not be read:
			</p>
			<Unreadable problems={report.problems} />
		{/snippet}
	</TakeFile>
</Dialog>
