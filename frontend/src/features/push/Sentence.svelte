<!-- A push or a pull-back, as a sentence whose parts are the choices. -->
<script lang="ts">
	import Pick from '../../ui/Pick.svelte';
	import Chooser from '../../ui/Chooser.svelte';
	import type { Snippet } from 'svelte';
	import Sign from '../../thread/Sign.svelte';
	import Whom from './Whom.svelte';
	import type { Course } from './course';
	import type { PullBackState, PushState } from './push.svelte';
	import { toggled } from './sentence';
	import { pageWords, withoutWords } from './spoken';

	interface Props {
		push: PushState | PullBackState;
		course: Course;
		verb: 'Push' | 'Pull back';
		/** How the sentence goes on behind the choices. */
		children: Snippet;
	}
	let { push, course, verb, children }: Props = $props();
	const sentence = $derived(push.sentence);
	const without = $derived(push.audience.without);
	const pulling = $derived(verb === 'Pull back');
	const offered = $derived(course.master.pages.filter((page) => page.edition || !pulling));
	const sections = $derived(new Map(course.master.sections.map((one) => [one.id, one.name])));
	const pages = $derived(
		offered.map((page) => ({
			id: page.id,
			words: page.title,
			under: page.changed ? 'changed' : page.edition ? sections.get(page.section_id) : 'not given out'
		}))
	);
	const changed = $derived(pulling ? [] : offered.filter((page) => page.changed).map((page) => page.id));
	const reached = $derived(
		push.named.map((one) => ({ id: one.notebook_id, words: one.name, under: one.class_name }))
	);
	const lacking = $derived(
		pulling
			? []
			: offered.filter((page) => !page.edition && page.display === 'ordinary').map((page) => page.id)
	);
	const quickPages = $derived(
		[
			{ words: 'All that changed', ids: changed },
			{ words: 'All not given out yet', ids: lacking }
		]
			.filter(({ ids }) => ids.length)
			.map(({ words, ids }) => ({ words: `${words} (${ids.length})`, run: () => push.say({ pages: ids }) }))
	);
</script>

<h1
	class="max-w-[52rem] font-serif text-[1.375rem] leading-[1.6] font-medium tracking-tight text-balance sm:text-[1.75rem]"
>
	{#if pulling}<Sign name="frayed" class="mr-1 inline-block h-7 w-6 align-middle" />{/if}{verb}
	<Pick words={pageWords(sentence, course)} label="Pages">
		<Chooser
			label="Pages"
			short={!pulling}
			items={pages}
			chosen={sentence.pages}
			quick={quickPages}
			ontoggle={(id) => push.say({ pages: toggled(sentence.pages, id) })}
			ontake={(pages) => push.say({ pages })}
		/>
		{#if !pulling}
			{#each [['dividers', 'Dividers, without their pages'], ['sections', 'Sections, without their pages']] as const as [kind, label] (kind)}
				{@const holders = course.master[kind].map(({ id, name }) => ({ id, words: name }))}
				{#if holders.length}
					<div class="border-t border-line">
						<Chooser
							{label}
							items={holders}
							chosen={sentence[kind]}
							ontoggle={(id) => push.say({ [kind]: toggled(sentence[kind], id) })}
						/>
					</div>
				{/if}
			{/each}
		{/if}
	</Pick>
	{pulling ? 'from' : 'to'}
	<Whom {push} {course} />
	<Pick words={withoutWords(sentence, course)} label="Leave out" after="," light={without.length === 0}>
		<Chooser
			label="Students to leave out"
			items={reached}
			chosen={without}
			ontoggle={(id) => push.leaveOut(toggled(without, id))}
			ontake={(ids) => push.leaveOut(ids)}
		/>
	</Pick>
	{@render children()}
</h1>
