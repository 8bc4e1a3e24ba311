<!-- The knots in one page: both wordings of each, to untie for one student or for all in the same way. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { route } from '../../router';
	import Sign from '../../thread/Sign.svelte';
	import { differing } from '../../ui/differing';
	import { lookUp } from '../../ui/opened.svelte';
	import { attempt } from '../../ui/report';
	import Wording from '../../ui/Wording.svelte';
	import { count } from '../../ui/words';
	import { Frame } from '../people';
	import Choices from './Choices.svelte';
	import { KnotsState, type How, type Place, type Wording as Words } from './knots.svelte';

	const params = route.params as { master: string; page: string };
	const knots = new KnotsState(Number(params.page));
	const students = $derived(knots.found?.copies.length ?? 0);
	const HEADS: Record<Place['why'], string> = {
		'both-changed': 'Your page says',
		'taken-out': 'You took a part out. They had written in it.',
		retyped: 'You changed the place to answer. They had answered before.',
		title: 'You call this page'
	};

	const untie = (wordings: Words[], how: How) => void attempt(() => knots.untie(wordings, how));
	onMount(() => void lookUp(() => knots.load()));
</script>

<Frame master={Number(params.master)} here="master" title="Knots">
	{#if knots.found}
		<div class="mx-auto max-w-4xl px-5 pt-6 pb-20 sm:px-8">
			<a
				class="thumb font-semibold text-soft hover:text-ink"
				href="/master/{params.master}/page/{params.page}">Back to the page</a
			>
			<h1 class="mt-2 flex items-center gap-2 font-serif text-2xl font-semibold">
				<Sign name={students ? 'knot' : 'line'} class="h-7 w-7 shrink-0" />{knots.found.title}
			</h1>
			{#if students}
				<p class="mt-1 mb-8 max-w-2xl text-soft">
					{count(students, 'student has', 'students have')} a knot here: they had changed words that you changed
					too. They can untie it themselves. What you choose for them is in their notebook at once, and can be taken
					back.
				</p>
			{:else}
				<p class="mt-1 mb-8 text-soft">No knots in this page. Every student has one wording everywhere.</p>
			{/if}
			{#each knots.places as place (place.key)}
				<section class="mb-10" aria-label={place.teacher || HEADS[place.why]}>
					<div class="grid gap-x-8 gap-y-3 md:grid-cols-[minmax(0,1fr)_auto] md:items-end">
						{#if place.teacher}
							<Wording
								parts={[{ words: place.teacher, differs: false }]}
								of="thread"
								label={HEADS[place.why]}
							/>
						{:else}
							<p class="font-semibold">{HEADS[place.why]}</p>
						{/if}
						{#if place.wordings.length > 1}
							<div>
								<p class="mb-1.5 text-[0.8125rem] font-semibold text-soft">
									For all {place.wordings.length} the same
								</p>
								<Choices
									why={place.why}
									whom="all {place.wordings.length}"
									disabled={knots.busy}
									onchoose={(how) => untie(place.wordings, how)}
								/>
							</div>
						{/if}
					</div>
					<ul class="mt-4 border-t border-line">
						{#each place.wordings as wording (wording.knot + wording.copy)}
							<li
								class="grid gap-x-8 gap-y-2 border-b border-line py-4 md:grid-cols-[minmax(0,1fr)_auto] md:items-center"
							>
								<div>
									<p class="mb-1">
										<a
											class="font-semibold hover:underline"
											href="/master/{params.master}/look/{wording.copy}">{wording.person}</a
										>
										<span class="text-[0.8125rem] text-soft">{wording.class}</span>
									</p>
									<Wording
										parts={differing(place.teacher, wording.words).other}
										of="pencil"
										empty="no words"
									/>
								</div>
								<Choices
									why={place.why}
									whom={wording.person}
									disabled={knots.busy}
									onchoose={(how) => untie([wording], how)}
								/>
							</li>
						{/each}
					</ul>
				</section>
			{/each}
		</div>
	{/if}
</Frame>
