<!-- Classes and rosters: bringing students in, and giving each a way in. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { api, ask, type Schemas } from '../../api/client';
	import { route } from '../../router';
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import { Frame } from '../session';
	import CodeSheet from './CodeSheet.svelte';
	import TakeIn from './TakeIn.svelte';

	const master = Number((route.params as { master: string }).master);
	let classes = $state.raw<Schemas['ClassOut'][] | null>(null);
	let chosen = $state<number | null>(null);
	let shown = $state.raw<Schemas['ClassViewOut'] | null>(null);
	let sheet = $state.raw<Schemas['CodeSheetOut'] | null>(null);
	let taking = $state(false);

	const WAYS: Record<string, string> = {
		password: 'has a password',
		code: 'has a code, not used yet',
		none: 'has no way in yet'
	};
	const without = $derived((shown?.students ?? []).filter((one) => one.way_in !== 'password').length);

	onMount(() => attempt(load));

	async function load() {
		const view = await ask(api.GET('/api/masters/{master_id}', { params: { path: { master_id: master } } }));
		classes = view.classes;
		const first = chosen ?? view.classes[0]?.id;
		if (first) await choose(first);
	}

	async function choose(id: number) {
		chosen = id;
		shown = await ask(api.GET('/api/classes/{class_id}', { params: { path: { class_id: id } } }));
	}

	async function codes() {
		await attempt(async () => {
			const path = { class_id: chosen! };
			sheet = await ask(api.POST('/api/classes/{class_id}/codes', { params: { path } }));
			await choose(chosen!);
		});
	}
</script>

<Frame {master} here="classes" title="Classes">
	{#if sheet}
		<CodeSheet {sheet} onclose={() => (sheet = null)} />
	{:else}
		<div class="mx-auto max-w-4xl px-5 py-8 sm:px-14 sm:py-10">
			<div class="mb-5 flex flex-wrap items-baseline gap-x-6 gap-y-3">
				<h1 class="font-serif text-2xl font-semibold">Classes</h1>
				<div class="flex flex-wrap gap-1" role="group" aria-label="Which class">
					{#each classes ?? [] as one (one.id)}
						<button
							type="button"
							aria-pressed={chosen === one.id}
							class="rounded-md px-3 py-1.5 font-semibold aria-pressed:bg-accent-wash"
							onclick={() => attempt(() => choose(one.id))}
							>{one.name} <span class="font-normal text-soft">{one.students}</span></button
						>
					{/each}
				</div>
				<span class="grow"></span>
				<Button go={classes?.length === 0} onclick={() => (taking = true)}>Bring students in</Button>
			</div>
			{#if classes?.length === 0}
				<p class="max-w-lg text-soft">
					No class yet. Bring a roster in, from your school’s system or a list of names and e-mail addresses;
					every student gets a notebook of their own.
				</p>
			{:else if shown}
				<div class="mb-4 flex flex-wrap items-center gap-4 border-y border-line py-3">
					<p class="grow">
						{without
							? `${count(without, 'student')} cannot sign in by themselves yet.`
							: 'Everyone can sign in by themselves.'}
					</p>
					{#if without}
						<Button onclick={codes}>Make a sheet of sign-in codes for {without}</Button>
					{/if}
				</div>
				<table class="w-full">
					<thead class="text-left text-[13px] text-soft">
						<tr
							><th class="py-1 font-semibold">Name</th><th class="font-semibold">E-mail</th><th
								class="font-semibold">Way in</th
							></tr
						>
					</thead>
					<tbody class="divide-y divide-line">
						{#each shown.students as student (student.person_id)}
							<tr>
								<td class="py-1.5 pr-4 font-semibold">{student.name}</td>
								<td class="pr-4 break-all text-soft">{student.email ?? ''}</td>
								<td class="text-soft">{WAYS[student.way_in]}</td>
							</tr>
						{/each}
					</tbody>
				</table>
			{/if}
		</div>
	{/if}
	<TakeIn {master} bind:open={taking} ontaken={() => attempt(load)} />
</Frame>
