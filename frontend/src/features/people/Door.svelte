<!-- What all ways in share: the name, the thread, one column. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import Sign from '../../thread/Sign.svelte';

	let { title, children }: { title: string; children: Snippet } = $props();
</script>

<main class="min-h-full bg-paper px-6">
	<div class="mx-auto grid max-w-md grid-cols-[24px_1fr] gap-x-5">
		<div class="flex min-h-full flex-col items-center">
			<div class="h-[12vh] w-0.5 bg-thread"></div>
			<Sign name="needle" class="h-9 w-6" />
		</div>
		<div class="pt-[12vh] pb-16">
			<p class="mb-8 font-serif text-3xl font-semibold tracking-tight">Red Thread</p>
			<h1 class="mb-4 text-lg font-semibold">{title}</h1>
			{@render children()}
		</div>
	</div>
</main>
