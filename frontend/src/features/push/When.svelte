<!-- When a push happens: now, or at a time to come, as a part of its sentence. -->
<script lang="ts">
	import Pick from '../../ui/Pick.svelte';
	import { session } from '../people';
	import { asClock, soon, spelled, written } from './when';

	/** `at`: the chosen time as the field has it, empty for now. */
	let { at = $bindable() }: { at: string } = $props();
	const words = $derived(at ? `on ${spelled(at)}` : 'now');
	const now = asClock(new Date(), session.zone);
	const choices = soon(now);
</script>

<Pick {words} label="When" light={!at} after=".">
	<ul class="py-1">
		<li>
			<button
				type="button"
				class="w-full px-3 py-1.5 text-left hover:bg-accent-wash"
				aria-pressed={!at}
				onclick={() => (at = '')}>Now</button
			>
		</li>
		{#each choices as choice (choice.words)}
			<li>
				<button
					type="button"
					class="w-full px-3 py-1.5 text-left hover:bg-accent-wash"
					aria-pressed={at === choice.at}
					onclick={() => (at = choice.at)}>{choice.words}</button
				>
			</li>
		{/each}
		<li class="border-t border-line px-3 py-2">
			<label class="block text-soft" for="push-at">Another time</label>
			<input
				id="push-at"
				type="datetime-local"
				class="mt-1 w-full rounded-md border border-line-strong bg-paper px-2 py-1"
				min={now}
				bind:value={at}
			/>
			<p class="mt-1 text-[0.7812rem] text-soft">
				By the school’s clock, {written(session.zone)}. The pages go out as they are then.
			</p>
		</li>
	</ul>
</Pick>
