<script lang="ts">
	interface Props {
		choices: { words: string; under: string; address: string }[];
	}
	let { choices }: Props = $props();
</script>

<main class="mx-auto max-w-md px-6 py-20">
	{#if choices.length === 0}
		<h1 class="mb-3 font-serif text-2xl font-semibold">Nothing here yet</h1>
		<p class="text-soft">
			As soon as your teacher takes you into a class, your notebook is here. Ask them for it, then load this
			page again.
		</p>
	{:else}
		<h1 class="mb-6 font-serif text-2xl font-semibold">Which one?</h1>
		<ul class="divide-y divide-line">
			{#each choices as choice (choice.address)}
				<li>
					<a class="flex justify-between py-3 text-lg hover:underline" href={choice.address}>
						<span class="font-serif font-semibold">{choice.words}</span><span class="text-soft"
							>{choice.under}</span
						>
					</a>
				</li>
			{/each}
		</ul>
	{/if}
</main>
