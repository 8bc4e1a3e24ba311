<!-- How much the school keeps, and how much its courses and students may keep. -->
<script lang="ts">
	import { api, ask, type Schemas } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import { count } from '../../ui/words';

	type Kept = Schemas['KeptAs'];
	type Whose = Schemas['Whose'];
	const NAMES: Record<Whose, string> = {
		school: 'The whole school',
		course: 'Each course',
		student: 'Each student'
	};
	const GIGABYTE = 1e9;
	const FIELD = 'w-24 rounded-md border border-line-strong bg-raised px-2 py-1 text-right';

	let found = $state.raw<Schemas['QuotasOut'] | null>(null);
	let changed = $state<Whose | null>(null);
	let most = $state<Kept>({ bytes: 0, pictures: 0, pages: 0 });

	void attempt(load);

	async function load() {
		found = await ask(api.GET('/api/quotas'));
	}

	function size(bytes: number): string {
		const [unit, of] = bytes >= GIGABYTE ? ['GB', GIGABYTE] : (['MB', 1e6] as const);
		return `${(bytes / of).toLocaleString('en', { maximumFractionDigits: 1 })} ${unit}`;
	}

	const spelled = (kept: Kept) =>
		`${size(kept.bytes)}, ${count(kept.pictures, 'picture or recording', 'pictures and recordings')}, ${count(kept.pages, 'page')}`;

	async function allow(whose: Whose, body: Kept) {
		const before = await ask(api.PUT('/api/quotas/{whose}', { params: { path: { whose } }, body }));
		changed = null;
		await load();
		toasts.say(`${NAMES[whose]} may keep ${spelled(body)}.`, { undo: () => allow(whose, before) });
	}

	const set = (event: SubmitEvent) => {
		event.preventDefault();
		void attempt(() => allow(changed!, { ...most }));
	};
</script>

<h3 class="mt-6 mb-2 font-semibold">Room</h3>
{#if found}
	<p class="mb-2 text-soft">The school keeps {spelled(found.used)}.</p>
	<ul class="divide-y divide-line">
		{#each Object.entries(found.most) as [whose, kept] (whose)}
			<li class="flex flex-wrap items-baseline gap-x-3 py-1.5">
				<span class="grow"
					><b class="font-semibold">{NAMES[whose as Whose]}</b>
					<span class="text-soft">may keep {spelled(kept)}</span></span
				>
				<button
					type="button"
					class="text-accent underline"
					onclick={() => ([changed, most] = [whose as Whose, { ...kept }])}>Change</button
				>
				{#if changed === whose}
					<form class="flex w-full flex-wrap items-end gap-3 py-2" onsubmit={set}>
						<label class="grid text-[0.8125rem] text-soft"
							>Gigabytes<input
								class={FIELD}
								type="number"
								min="0"
								max="1000000"
								step="0.1"
								required
								value={most.bytes / GIGABYTE}
								oninput={(event) =>
									(most.bytes = Math.round(event.currentTarget.valueAsNumber * GIGABYTE) || 0)}
							/></label
						>
						<label class="grid text-[0.8125rem] text-soft"
							>Pictures<input
								class={FIELD}
								type="number"
								min="0"
								required
								bind:value={most.pictures}
							/></label
						>
						<label class="grid text-[0.8125rem] text-soft"
							>Pages<input class={FIELD} type="number" min="0" required bind:value={most.pages} /></label
						>
						<Button type="submit">Set it</Button>
					</form>
				{/if}
			</li>
		{/each}
	</ul>
	{#each [['Courses', found.courses], ['Students', found.students]] as const as [label, fullest] (label)}
		{#if fullest.length}
			<details class="mt-2">
				<summary class="cursor-pointer text-soft hover:text-ink">{label} that keep most</summary>
				<ul class="pt-1 pl-4">
					{#each fullest as one, k (k)}<li>
							{one.name} <span class="text-soft">· {spelled(one.kept)}</span>
						</li>{/each}
				</ul>
			</details>
		{/if}
	{/each}
{/if}
