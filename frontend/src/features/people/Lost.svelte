<script lang="ts">
	const home = '/';
</script>

<main class="mx-auto max-w-md px-6 py-20">
	<h1 class="mb-3 font-serif text-2xl font-semibold">There is nothing at this address</h1>
	<p class="text-soft">
		It may have been moved. <a class="thumb text-accent underline" href={home}>Go to your own pages</a>.
	</p>
</main>
