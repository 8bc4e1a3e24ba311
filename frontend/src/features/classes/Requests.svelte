<!-- Colleagues who ask for students of mine. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import type { ClassesState } from './classes.svelte';

	let { classes }: { classes: ClassesState } = $props();
</script>

{#if classes.requests.length || classes.asked.length}
	<ul class="mb-5 divide-y divide-line rounded-md bg-lamp px-4 py-2" aria-label="Requests">
		{#each classes.requests as one (`${one.class_id}/${one.person_id}`)}
			<li class="flex flex-wrap items-center gap-3 py-2">
				<span class="grow">
					<b>{one.asked_by}</b> asks for <b>{one.person_name}</b> in {one.class_name}, {one.master_name}.
				</span>
				<Button onclick={() => attempt(() => classes.answer(one, true))}>Let them in</Button>
				<Button quiet onclick={() => attempt(() => classes.answer(one, false))}>No</Button>
			</li>
		{/each}
		{#each classes.asked as one (one.master_id)}
			<li class="flex flex-wrap items-center gap-3 py-2">
				<span class="grow">
					<b>{one.asked_by}</b> asks whether a class of yours may follow <b>{one.master_name}</b> too. It will be
					given that course’s pages, and its teachers will see the notebooks.
				</span>
				{#each one.could as klass (klass.id)}
					<Button onclick={() => attempt(() => classes.answerFollowing(one, [klass.id]))}
						>Let {klass.name} follow</Button
					>
				{/each}
				<Button quiet onclick={() => attempt(() => classes.answerFollowing(one, []))}>No</Button>
			</li>
		{/each}
	</ul>
{/if}
