<!-- The line under a page's title: where it stands, who writes where on it, what paper it is, who sees it. -->
<script lang="ts">
	import { list } from '../../ui/words';
	import Pick from '../../ui/Pick.svelte';
	import { attempt } from '../../ui/report';
	import { toasts } from '../../ui/toasts.svelte';
	import Radios from '../../ui/Radios.svelte';
	import { ARRANGINGS, setArranging, setArrangingOfAll, setTemplate, setWriting } from './put-settings';
	import { DISPLAYS, starterWords } from './display';
	import type { MasterState } from './master.svelte';
	import type { MasterPageState } from './page.svelte';
	import { FORMS, PAPERS, TINTS, WRITINGS, paperWords, said, settingsOf } from './settings';

	let { master, page, saying }: { master: MasterState; page: MasterPageState; saying: string } = $props();
	const section = $derived(master.view?.sections.find((one) => one.id === page.section));
	const arranging = $derived(section?.arranging ?? master.view?.arranging ?? 'all');
	const display = $derived(master.displayOf(page.id));
	const is = $derived(settingsOf(page.page?.attrs));
	const template = $derived(master.templates.some((one) => one.id === page.id));
	const role = $derived((page.starter ? ', in every new notebook' : '') + (template ? ', a template' : ''));

	const begin = (on: boolean) =>
		attempt(async () => {
			await page.setStarter(on);
			toasts.say(starterWords(page.title, on), { undo: () => void begin(!on) });
		});
</script>

{#snippet also(words: string, under: string, is: boolean, put: (on: boolean) => Promise<unknown>)}
	<label class="flex items-start gap-2 px-3 py-1.5">
		<input
			type="checkbox"
			class="mt-1"
			checked={is}
			onchange={(event) => void put(event.currentTarget.checked)}
		/>
		<span>{words} <span class="block text-[0.7812rem] text-soft">{under}</span></span>
	</label>
{/snippet}

<p class="mb-5 text-[0.8125rem] leading-6 text-soft print:hidden">
	{section?.name} · students may write
	<Pick words={WRITINGS[is.writing].words} label="Where students may write" light>
		<Radios
			label="Where students may write"
			choices={WRITINGS}
			chosen={is.writing}
			onchoose={(writing) => page.set({ writing })}
		/>
		{#if section}
			<button
				type="button"
				class="w-full border-t border-line px-3 py-2 text-left text-accent hover:bg-accent-wash"
				onclick={() => attempt(() => setWriting(master, section, is.writing))}
				>So on every page of “{section.name}”</button
			>
		{/if}
	</Pick>
	{#if section}
		and
		<Pick words={ARRANGINGS[arranging].words} label="What students may arrange" light={arranging === 'all'}>
			<Radios
				label="What students may arrange in “{section.name}”"
				choices={ARRANGINGS}
				chosen={arranging}
				onchoose={(to) => void setArranging(master, section, to)}
			/>
			<button
				type="button"
				class="w-full border-t border-line px-3 py-2 text-left text-accent hover:bg-accent-wash"
				onclick={() => void setArrangingOfAll(master, arranging)}>So wherever a section says no other</button
			>
		</Pick>
	{/if}
	·
	<Pick words={paperWords(is)} label="Paper" light>
		<Radios
			label="Paper"
			choices={PAPERS}
			chosen={is.paper}
			onchoose={(paper) => page.set({ paper: said(PAPERS, paper) })}
		/>
		<div class="border-t border-line">
			<Radios
				label="Size"
				choices={FORMS}
				chosen={is.form}
				onchoose={(form) => page.set({ orientation: said(FORMS, form) })}
			/>
		</div>
		<div class="border-t border-line">
			<Radios
				label="Tint"
				choices={TINTS}
				chosen={is.tint}
				onchoose={(tint) => page.set({ tint: said(TINTS, tint) })}
			/>
		</div>
	</Pick>
	·
	<Pick words={DISPLAYS[display].words + role} label="Who sees it" light={display === 'ordinary' && !role}>
		<Radios
			label="Who sees it"
			choices={DISPLAYS}
			chosen={display}
			onchoose={(to) => void master.show({ kind: 'page', id: page.id, name: page.title }, to)}
		/>
		<div class="border-t border-line py-1">
			{@render also('in every new notebook', 'Who joins a class later begins with it.', page.starter, begin)}
			{@render also(
				'a template',
				template && display === 'display'
					? 'New pages can begin as it is, your students’ own too.'
					: 'New pages can begin as it is. Only teachers see it, unless you put it on display.',
				template,
				(on) => setTemplate(master, { id: page.id, title: page.title }, on)
			)}
		</div>
	</Pick>
	· <span role="status">{saying}</span>
	{#if page.others.length}· <b>{list(page.others)} {page.others.length > 1 ? 'are' : 'is'} here too</b>{/if}
</p>
