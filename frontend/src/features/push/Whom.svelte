<!-- Whom a push or a pull-back is for: classes, groups, single students, and which of them. -->
<script lang="ts">
	import Chooser from '../../ui/Chooser.svelte';
	import Pick from '../../ui/Pick.svelte';
	import Radios from '../../ui/Radios.svelte';
	import { SELECTING, type Course } from './course';
	import { onlyChoices } from './only';
	import KeepGroup from './KeepGroup.svelte';
	import Typed from './Typed.svelte';
	import type { PullBackState, PushState } from './push.svelte';
	import { chosenBy, SELECTOR_KINDS, toggled } from './sentence';
	import { whomWords } from './spoken';

	let { push, course }: { push: PushState | PullBackState; course: Course } = $props();
	const [first, ...others] = SELECTOR_KINDS;
	const offered = $derived(
		others
			.map((kind) => ({ kind, ...SELECTING[kind], items: SELECTING[kind].choices(course) }))
			.filter(({ items }) => items.length)
	);
</script>

<Pick words={whomWords(push.sentence, course)} label="Students" after=",">
	<Typed {push} {course} />
	<div class="border-b border-line py-1">
		<Chooser
			label={SELECTING[first!].label}
			items={SELECTING[first!].choices(course)}
			chosen={chosenBy(push.audience, first!)}
			quick={[{ words: 'Nobody', run: () => push.choose(first!, []) }]}
			ontoggle={(id) => push.choose(first!, toggled(chosenBy(push.audience, first!), id))}
		/>
	</div>
	<div class="border-b border-line">
		<Radios
			label="Which of them"
			choices={onlyChoices(push.sentence.pages.length)}
			chosen={push.audience.only}
			onchoose={(only) => push.narrow(only)}
		/>
	</div>
	{#each offered as { kind, label, items } (kind)}
		<div class="border-b border-line py-1 last-of-type:border-none">
			<Chooser
				{label}
				{items}
				chosen={chosenBy(push.audience, kind)}
				ontoggle={(id) => push.choose(kind, toggled(chosenBy(push.audience, kind), id))}
				ontake={kind === 'notebook' ? (ids) => push.choose(kind, ids) : undefined}
			/>
		</div>
	{/each}
	{#if push.loose.length > 1}<KeepGroup {push} />{/if}
</Pick>
