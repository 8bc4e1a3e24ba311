<!-- Those who were chosen one by one, kept under a name for the next time. -->
<script lang="ts">
	import Button from '../../ui/Button.svelte';
	import { attempt } from '../../ui/report';
	import { count } from '../../ui/words';
	import type { PullBackState, PushState } from './push.svelte';

	let { push }: { push: PushState | PullBackState } = $props();
	let name = $state('');

	async function keep(event: SubmitEvent) {
		event.preventDefault();
		await attempt(() => push.keepGroup(name.trim()));
	}
</script>

<form
	class="sticky bottom-0 flex flex-wrap items-end gap-2 border-t border-line bg-raised p-2"
	onsubmit={keep}
>
	<label class="min-w-0 grow">
		<span class="text-[0.7812rem] text-soft">Keep these {count(push.loose.length, 'student')} as a group</span
		>
		<input
			class="w-full rounded border border-line bg-paper px-2 py-1"
			placeholder="Its name"
			required
			maxlength="120"
			bind:value={name}
		/>
	</label>
	<Button type="submit">Keep it</Button>
</form>
