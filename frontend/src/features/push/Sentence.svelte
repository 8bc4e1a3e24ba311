<!-- A push or a pull-back, as a sentence whose parts are the choices. -->
<script lang="ts">
	import Pick from '../../ui/Pick.svelte';
	import Chooser from '../../ui/Chooser.svelte';
	import type { Snippet } from 'svelte';
	import type { PullBackState, PushState } from './push.svelte';

	interface Props {
		push: PushState | PullBackState;
		verb: 'Push' | 'Pull back';
		/** How the sentence goes on behind the choices. */
		children: Snippet;
	}
	let { push, verb, children }: Props = $props();
	const pulling = $derived(verb === 'Pull back');
	const offered = $derived((push.master?.pages ?? []).filter((page) => page.edition || !pulling));
	const sections = $derived(new Map((push.master?.sections ?? []).map((one) => [one.id, one.name])));
	const pages = $derived(
		offered.map((page) => ({
			id: page.id,
			words: page.title,
			under: page.changed ? 'changed' : page.edition ? sections.get(page.section_id) : 'not given out'
		}))
	);
	const changed = $derived(pulling ? [] : offered.filter((page) => page.changed).map((page) => page.id));
	const classes = $derived(
		(push.master?.classes ?? []).map((one) => ({ id: one.id, words: one.name, under: `${one.students}` }))
	);
	const groups = $derived(
		push.offered.map((one) => ({ id: one.id, words: one.name, under: `${one.notebook_ids.length}` }))
	);
	const students = $derived(
		push.students.map((one) => ({ id: one.notebook_id, words: one.name, under: one.class_name }))
	);
	const reached = $derived(
		push.named.map((one) => ({ id: one.notebook_id, words: one.name, under: one.class_name }))
	);
	const quickPages = $derived(
		changed.length
			? [{ words: `All that changed (${changed.length})`, run: () => push.set('pages', changed) }]
			: []
	);
</script>

<h1
	class="max-w-[52rem] font-serif text-[22px] leading-[1.6] font-medium tracking-tight text-balance sm:text-[28px]"
>
	{verb}
	<Pick words={push.pageWords} label="Pages">
		<Chooser
			label="Pages"
			items={pages}
			chosen={push.pages}
			quick={quickPages}
			ontoggle={(id) => push.toggle('pages', id)}
		/>
	</Pick>
	{pulling ? 'from' : 'to'}
	<Pick words={push.whomWords} label="Students" after=",">
		<div class="border-b border-line py-1">
			<Chooser
				label="Classes"
				items={classes}
				chosen={push.classes}
				quick={[{ words: 'Nobody', run: () => push.set('classes', []) }]}
				ontoggle={(id) => push.toggle('classes', id)}
			/>
		</div>
		{#if groups.length}
			<div class="border-b border-line py-1">
				<Chooser
					label="Groups"
					items={groups}
					chosen={push.groups}
					ontoggle={(id) => push.toggle('groups', id)}
				/>
			</div>
		{/if}
		<Chooser
			label="Single students"
			items={students}
			chosen={push.singles}
			ontoggle={(id) => push.toggle('singles', id)}
		/>
	</Pick>
	<Pick words={push.withoutWords} label="Leave out" after="," light={push.without.length === 0}>
		<Chooser
			label="Students to leave out"
			items={reached}
			chosen={push.without}
			ontoggle={(id) => push.toggle('without', id)}
		/>
	</Pick>
	{@render children()}
</h1>
