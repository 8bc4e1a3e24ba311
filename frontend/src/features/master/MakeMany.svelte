<!-- Many pages from one, with a name for each that is seen before they are made. -->
<script lang="ts">
	import { api, ask, Problem, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import { attempt } from '../../ui/report';
	import { dateToday } from '../../ui/days';
	import { count } from '../../ui/words';
	import { makeMany } from './make-many';
	import type { MasterState } from './master.svelte';
	import type { Row } from './rows';

	let { master, asked = $bindable() }: { master: MasterState; asked: Row | null } = $props();
	let pattern = $state('');
	let many = $state(5);
	let first = $state(1);
	let begins = $state(dateToday());
	let named = $state.raw<Schemas['NamesOut']>({ names: [], days: [] });
	/** School days on which there is none. */
	let off = $state.raw<string[]>([]);
	const names = $derived(named.names);
	let problem = $state.raw<Problem | null>(null);
	let latest = 0;

	const byDay = $derived(/\{\s*(week|weekday|date)\s*\}/i.test(pattern));
	const wanted = $derived({ pattern, count: many || 0, first: first || 0, begins, off: byDay ? off : [] });
	const FIELD = 'rounded-md border border-line-strong bg-raised px-3 py-2 text-base';

	$effect(() => {
		if (asked) [pattern, off] = [`${asked.name} {n}`, []];
	});

	$effect(() => {
		if (asked && begins) void preview(asked.id, wanted);
	});

	async function preview(page: number, body: typeof wanted) {
		const turn = (latest += 1);
		try {
			const params = { path: { page_id: page } };
			const names = await ask(api.POST('/api/pages/{page_id}/many/names', { params, body }));
			if (turn === latest) [named, problem] = [names, null];
		} catch (error) {
			if (turn === latest && error instanceof Problem) [named, problem] = [{ names: [], days: [] }, error];
		}
	}

	async function make(event: SubmitEvent) {
		event.preventDefault();
		const page = asked?.id;
		if (!page) return;
		asked = null;
		await attempt(() => makeMany(master, page, wanted));
	}
</script>

<Dialog
	bind:open={() => asked !== null, (open) => !open && (asked = null)}
	title="More pages like “{asked?.name}”"
>
	<form class="grid gap-4" onsubmit={make}>
		<label class="grid gap-1">
			<span class="text-soft">
				What are they called? {'{n}'} counts; {'{week}'}, {'{weekday}'} and {'{date}'} go through the school days.
			</span>
			<input class={FIELD} required maxlength="300" bind:value={pattern} />
		</label>
		<div class="flex flex-wrap gap-4">
			<label class="grid gap-1">
				<span class="text-soft">How many</span>
				<input class="{FIELD} w-28" type="number" min="1" max="200" required bind:value={many} />
			</label>
			{#if byDay}
				<label class="grid gap-1">
					<span class="text-soft">From the day</span>
					<input class={FIELD} type="date" required bind:value={begins} />
				</label>
			{:else}
				<label class="grid gap-1">
					<span class="text-soft">Counting from</span>
					<input class="{FIELD} w-28" type="number" min="0" required bind:value={first} />
				</label>
			{/if}
		</div>
		{#if problem}
			<p role="alert"><b>{problem.message}</b> {problem.hint}</p>
		{:else if names.length}
			<ul class="max-h-56 overflow-y-auto rounded-md bg-raised px-3 py-2 font-serif" aria-label="Their names">
				{#if byDay}
					{#each names as name, k (named.days[k])}
						<li class="flex items-center justify-between gap-2">
							<span class="truncate">{name}</span>
							<button
								type="button"
								class="shrink-0 rounded px-1.5 font-sans text-[0.8125rem] text-soft hover:text-ink"
								aria-label="No page on {named.days[k]}"
								onclick={() => (off = [...off, named.days[k]!])}>no lesson</button
							>
						</li>
					{/each}
				{:else}
					{#each names.slice(0, names.length > 5 ? 3 : 5) as name, k (k)}<li class="truncate">
							{name}
						</li>{/each}
					{#if names.length > 5}<li class="text-soft">… {names.length - 4} more …</li>{/if}
					{#if names.length > 5}<li class="truncate">{names.at(-1)}</li>{/if}
				{/if}
			</ul>
			{#if byDay && off.length}
				<p class="text-soft">
					Without {count(off.length, 'day')}.
					<button type="button" class="text-accent underline" onclick={() => (off = [])}
						>Take them in again</button
					>
				</p>
			{/if}
		{/if}
		<div class="flex gap-2">
			<Button go type="submit" disabled={!names.length}>Make {count(names.length, 'page')}</Button>
			<Button onclick={() => (asked = null)}>Not now</Button>
		</div>
	</form>
</Dialog>
