<!-- Where the focus is when a view comes, and the way past its lists for those who work by keys. -->
<script lang="ts">
	import { route } from '../router';
	import { arrive, toHeading } from './arrive';

	$effect(() => {
		void route.pathname;
		return arrive();
	});
</script>

<button
	type="button"
	class="sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50 focus:rounded-md focus:bg-accent focus:px-4 focus:py-2 focus:font-semibold focus:text-accent-ink"
	onclick={toHeading}>Skip to the page</button
>
