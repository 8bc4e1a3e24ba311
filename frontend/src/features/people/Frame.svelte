<!-- The frame of a teacher's wide views: the places across the top, all the room below. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import Sign from '../../thread/Sign.svelte';
	import { courses } from './courses.svelte';
	import Me from './Me.svelte';
	import Places from './Places.svelte';

	interface Props {
		master: number;
		here: 'master' | 'reach' | 'pushes' | 'classes';
		title: string;
		children: Snippet;
	}
	let { master, here, title, children }: Props = $props();
	const course = $derived(courses.name(master));
</script>

<svelte:head><title>{title}{course ? ` · ${course}` : ''} · Red Thread</title></svelte:head>

<div class="flex h-full flex-col print:block">
	<header class="no-print flex flex-wrap items-center gap-x-8 gap-y-2 px-5 py-3">
		<a href="/master/{master}" class="flex items-center gap-2 font-serif text-[1.0625rem] font-semibold">
			<Sign name="needle" class="h-6 w-5" /><span class="max-w-64 truncate">{course || 'Red Thread'}</span>
		</a>
		<Places {master} {here} />
		<span class="grow"></span>
		<Me />
	</header>
	<main
		class="min-h-0 grow overflow-auto border-t border-line bg-paper print:overflow-visible print:border-0"
	>
		{@render children()}
	</main>
</div>
