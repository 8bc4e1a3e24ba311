<!-- Whom a push or a pull-back is for: classes, groups, single students, and which of them. -->
<script lang="ts">
	import Chooser from '../../ui/Chooser.svelte';
	import Pick from '../../ui/Pick.svelte';
	import Radios from '../../ui/Radios.svelte';
	import { onlyChoices } from './only';
	import KeepGroup from './KeepGroup.svelte';
	import Typed from './Typed.svelte';
	import type { PullBackState, PushState } from './push.svelte';

	let { push }: { push: PushState | PullBackState } = $props();
	const classes = $derived(
		(push.master?.classes ?? []).map((one) => ({ id: one.id, words: one.name, under: `${one.students}` }))
	);
	const groups = $derived(
		push.offered.map((one) => ({ id: one.id, words: one.name, under: `${one.notebook_ids.length}` }))
	);
	const students = $derived(
		push.students.map((one) => ({ id: one.notebook_id, words: one.name, under: one.class_name }))
	);
</script>

<Pick words={push.whomWords} label="Students" after=",">
	<Typed {push} />
	<div class="border-b border-line py-1">
		<Chooser
			label="Classes"
			items={classes}
			chosen={push.classes}
			quick={[{ words: 'Nobody', run: () => push.set('classes', []) }]}
			ontoggle={(id) => push.toggle('classes', id)}
		/>
	</div>
	<div class="border-b border-line">
		<Radios
			label="Which of them"
			choices={onlyChoices(push.pages.length)}
			chosen={push.only}
			onchoose={(only) => push.narrow(only)}
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
		ontake={(ids) => push.set('singles', ids)}
	/>
	{#if push.loose.length > 1}<KeepGroup {push} />{/if}
</Pick>
