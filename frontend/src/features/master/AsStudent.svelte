<!-- A page as any one student has it or would have it, as wide as what they hold. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { PageEditor } from '../../editor';
	import { back, route } from '../../router';
	import Chooser from '../../ui/Chooser.svelte';
	import Pick from '../../ui/Pick.svelte';
	import Radios from '../../ui/Radios.svelte';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import { Frame } from '../people';
	import { OUTCOMES } from '../../api/generated/outcomes';
	import { AsStudentState, WHEN, WIDTHS } from './as-student.svelte';

	const params = route.params as { master: string; page: string };
	const seen = new AsStudentState(Number(params.master), Number(params.page));
	const title = $derived(String(seen.page?.attrs?.title ?? 'A page'));
	const outcome = $derived(OUTCOMES[seen.found?.outcome as keyof typeof OUTCOMES]);

	onMount(() => {
		const said = new URLSearchParams(location.search);
		const first = Number(said.get('student'));
		if (said.get('when') === 'would-have') seen.when = 'would-have';
		void lookUp(() => seen.load(first || null));
	});
</script>

<Frame master={seen.master} here="master" title="As a student sees it">
	<div class="mx-auto max-w-[1120px] px-5 pt-6 pb-16 sm:px-8">
		<button
			type="button"
			class="thumb font-semibold text-soft hover:text-ink"
			onclick={() => back(`/master/${seen.master}/page/${seen.page_id}`)}>Back</button
		>
		{#if seen.student}
			<h1 class="mt-3 mb-2 font-serif text-2xl leading-relaxed">
				As <Pick words={seen.student.words} label="Student"
					><Chooser
						label="Students"
						items={seen.students}
						chosen={[seen.student.id]}
						ontoggle={(id) => void attempt(() => seen.choose(id))}
					/></Pick
				>
				<Pick words={WHEN[seen.when].words} label="When" light after=","
					><Radios label="When" choices={WHEN} chosen={seen.when} onchoose={(to) => (seen.when = to)} /></Pick
				>
				on <Pick words={WIDTHS[seen.on].words} label="On what" light after="."
					><Radios
						label="On what"
						choices={WIDTHS}
						chosen={seen.on}
						onchoose={(to) => (seen.on = to)}
					/></Pick
				>
			</h1>
			{#if seen.when === 'would-have' && outcome}
				<p class="mb-4 text-soft" role="status">A push now: {outcome.words}; {outcome.under}.</p>
			{:else}<p class="mb-4 text-soft" role="status">{seen.student.under}</p>{/if}
			{#if seen.page}
				<div
					class="mx-auto max-w-full rounded-lg border border-line-strong bg-paper px-4 pt-6"
					style:width={WIDTHS[seen.on].width}
				>
					{#key seen.page}
						<h2 class="mb-4 pl-[22px] font-serif text-[1.625rem] leading-tight font-semibold">{title}</h2>
						<PageEditor
							page={seen.page}
							surroundings={{
								hand: 'reader',
								onlySpaces: false,
								addFile: async () => null,
								teacherName: 'the teacher'
							}}
							facts={seen.facts}
							label="The page {title}"
						/>
					{/key}
				</div>
			{:else if seen.found}
				<p class="rounded-md bg-lamp px-4 py-3">{seen.student.words} does not have this page.</p>
			{/if}
		{:else if seen.students.length === 0}
			<p class="mt-6 text-soft">Bring students in first, under Classes.</p>
		{/if}
	</div>
</Frame>
