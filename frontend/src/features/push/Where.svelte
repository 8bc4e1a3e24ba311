<!-- Into which section the pages go, and where in it: parts of the sentence of a push. -->
<script lang="ts">
	import Chooser from '../../ui/Chooser.svelte';
	import Pick from '../../ui/Pick.svelte';
	import Radios from '../../ui/Radios.svelte';
	import { placeWords, sectionWords, type How } from './how';
	import type { PushState } from './push.svelte';

	let { push }: { push: PushState } = $props();
	const how = $derived(push.how);
	const sections = $derived(
		(push.course?.master.sections ?? []).map(({ id, name }) => ({ id, words: name }))
	);
	const pages = $derived((push.course?.master.pages ?? []).map(({ id, title }) => ({ id, words: title })));
	const titles = $derived(new Map(pages.map((page) => [page.id, page.words])));
	const into = $derived(sections.find((one) => one.id === how.into)?.words);
	const PLACES = {
		'in-order': { words: 'In the order of the master' },
		start: { words: 'At the start, so that nobody has to look for it' },
		end: { words: 'At the end' }
	};
	const IF_OWN: Record<How['if_own'], { words: string; under: string }> = {
		beside: {
			words: 'The master’s section',
			under: 'Made where it is missing, beside what they made themselves.'
		},
		theirs: { words: 'Theirs, if they made one of that name', under: 'It keeps the name that they gave it.' },
		near: {
			words: 'Theirs of a name like it, too',
			under: 'A plural, an accent, a slip: the plan shows which.'
		}
	};
	const place = (to: How['place'], at: number | null = null) => push.mean({ place: to, place_at: at });
</script>

{#if push.sentence.pages.length}
	into
	<Pick words={sectionWords(how, into)} label="Section" light={!into && how.if_own === 'beside'} after=",">
		<div class="border-b border-line">
			<Radios
				label="Where students made a section of that name"
				choices={IF_OWN}
				chosen={how.if_own}
				onchoose={(if_own) => push.mean({ if_own })}
			/>
		</div>
		<Chooser
			label="Sections"
			items={sections}
			chosen={how.into ? [how.into] : []}
			quick={[{ words: 'Its own', run: () => push.mean({ into: null }) }]}
			ontoggle={(id) => push.mean({ into: how.into === id ? null : id })}
		/>
	</Pick>
	<Pick words={placeWords(how, titles)} label="Place" light={how.place === 'in-order'} after=",">
		<Radios
			label="Place"
			choices={PLACES}
			chosen={how.place as keyof typeof PLACES}
			onchoose={(to) => place(to)}
		/>
		<label class="flex items-center gap-2 border-t border-line px-3 py-2">
			As number
			<input
				type="number"
				min="1"
				class="w-20 rounded-md border border-line-strong bg-paper px-2 py-1"
				value={how.place === 'number' ? how.place_at : ''}
				onchange={(event) => {
					const number = event.currentTarget.valueAsNumber;
					place(number >= 1 ? 'number' : 'in-order', number >= 1 ? Math.floor(number) : null);
				}}
			/>
			in its section
		</label>
		<div class="border-t border-line">
			<Chooser
				label="Pages to put it behind"
				items={pages}
				chosen={how.place === 'after' && how.place_at ? [how.place_at] : []}
				ontoggle={(id) => place('after', id)}
			/>
		</div>
	</Pick>
{/if}
