<!-- Brings pages in from files: what they come to, then the taking, which can be undone. -->
<script lang="ts">
	import { ENDINGS } from '../../api/generated/files';
	import { untrack } from 'svelte';
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Unreadable from '../../ui/Unreadable.svelte';
	import { count, list } from '../../ui/words';
	import { BringingState, bySection, meantKey } from './bringing.svelte';
	import type { MasterState } from './master.svelte';

	let { master, open = $bindable() }: { master: MasterState; open: boolean } = $props();
	const bringing = untrack(() => new BringingState(master));
	const WAYS = [
		[true, 'bring them up to date: what students wrote stays'],
		[false, 'bring them in beside']
	] as const;

	async function take() {
		// Who closed it meanwhile is told of what went wrong.
		open = !(await bringing.take());
		if (!open && bringing.first) go(`/master/${master.id}/page/${bringing.first}`);
	}
</script>

<Dialog bind:open title="Bring pages in">
	{#if bringing.plan}
		<ul class="mb-4 max-h-[45vh] divide-y divide-line overflow-y-auto">
			{#each bySection(bringing.plan.pages) as section (section.into)}
				<li class="py-1.5">
					<b class="font-semibold">{section.into}</b>
					<span class="text-soft">· {count(section.pages.length, 'page')}</span>
					<p class="text-soft">
						{list(
							section.pages.map((page) => `“${page.title}”`),
							6
						)}
					</p>
				</li>
			{/each}
		</ul>
		{#if bringing.plan.problems.length}
			<p class="mb-1 font-semibold">Not all of it can be on a page:</p>
			<Unreadable problems={bringing.plan.problems} />
		{/if}
		{#if bringing.there}
			<fieldset class="mb-4">
				<legend class="mb-1 font-semibold">
					{count(bringing.there, 'page is', 'pages are')} there already, by name:
				</legend>
				{#each WAYS as [update, words] (words)}
					<label class="flex items-center gap-2 py-0.5">
						<input type="radio" name="again" value={update} bind:group={bringing.update} />
						{words}
					</label>
				{/each}
			</fieldset>
		{/if}
		{#if bringing.gone.length}
			<div class="mb-4 rounded-md bg-lamp px-4 py-3" role="status">
				<p class="font-semibold">Not in the file any more, or asked in other words:</p>
				<ul class="max-h-60 overflow-y-auto">
					{#each bringing.gone as page (page.page_id)}
						{#each page.gone as gone (gone.id)}
							{@const choices = bringing.choices(page, gone)}
							<li class="py-1">
								“{gone.words}” <span class="text-soft">on {page.title}</span>
								{#if choices.length}
									<select
										class="mt-1 block max-w-full rounded-md border border-line-strong bg-raised px-2 py-1"
										aria-label="What became of “{gone.words}”"
										bind:value={bringing.meant[meantKey(page, gone)]}
									>
										<option value={undefined}>is gone</option>
										{#each choices as now (now.id)}<option value={now.id}>is now “{now.words}”</option>{/each}
									</select>
								{/if}
							</li>
						{/each}
					{/each}
				</ul>
				<p class="mt-1">
					What students have answered to a question that is gone is kept on their page, with the question.
				</p>
			</div>
		{/if}
		<div class="flex gap-2">
			<Button go disabled={bringing.busy} onclick={take}>{bringing.words}</Button>
			<Button disabled={bringing.busy} onclick={() => (bringing.plan = null)}>Another file</Button>
		</div>
	{:else}
		<p class="mb-4 text-soft">
			A file becomes a page: a document, a web page, a picture, a recording. Of a PDF, of slides, a
			spreadsheet or a book each part becomes one. A zip of folders becomes sections and their pages, in the
			order of their names. Nothing comes in before you have seen what it will be.
		</p>
		<input
			type="file"
			aria-label="File, or zip of files"
			accept={ENDINGS.join()}
			disabled={bringing.busy}
			class="mb-4 file:mr-3 file:rounded-md file:border file:border-line-strong/60 file:bg-raised file:px-3 file:py-1.5 file:font-semibold"
			onchange={(event) => event.currentTarget.files?.[0] && bringing.look(event.currentTarget.files[0])}
		/>
	{/if}
	{#if bringing.busy}
		<p role="status" class="mt-3">{bringing.doing}</p>
		<progress
			class="mt-1 h-1.5 w-full"
			aria-label="How far it has come"
			max={bringing.progress?.of ?? 1}
			value={bringing.progress?.done}
		></progress>
		{#if bringing.plan}<p class="mt-1 text-[0.7812rem] text-soft">
				You may close this and go on; it is said when it is done.
			</p>{/if}
	{/if}
	{#if bringing.problem}
		<p role="alert"><b>{bringing.problem.message}</b> {bringing.problem.hint}</p>
	{/if}
</Dialog>
