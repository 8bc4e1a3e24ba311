<!-- The school itself: its name and its clock, for who looks after it. -->
<script lang="ts">
	import { Problem } from '../../api/client';
	import Button from '../../ui/Button.svelte';
	import Accounts from './Accounts.svelte';
	import Room from './Room.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import Field from '../../ui/Field.svelte';
	import { toasts } from '../../ui/toasts.svelte';
	import { session } from './session.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	let name = $state(session.school.name);
	let zone = $state(session.zone);
	let language = $state(session.school.language);
	let problem = $state.raw<Problem | null>(null);
	const time = $derived(clockIn(zone));

	/** As the application knows them. */
	const LANGUAGES =
		'ar hy eu ca da nl en fi fr de el hi hu id ga it lt ne no pt ro ru sr es sv ta tr yi'.split(' ');
	const NAMES = new Intl.DisplayNames('en', { type: 'language' });

	/** Those that the browser knows, to choose from; one that is older asks for it by name. */
	const ZONES: string[] = Intl.supportedValuesOf?.('timeZone') ?? [];

	/** What the clock says there; nothing while a name is being typed. */
	function clockIn(timeZone: string): string {
		try {
			return new Intl.DateTimeFormat('en-GB', {
				timeZone: timeZone.replaceAll(' ', '_'),
				timeStyle: 'short'
			}).format(new Date());
		} catch {
			return '';
		}
	}

	async function change(event: SubmitEvent) {
		event.preventDefault();
		problem = null;
		try {
			await session.changeSchool({ name, time_zone: zone, language });
			open = false;
			toasts.say('The school is changed.');
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			problem = error;
		}
	}
</script>

<Dialog bind:open title="This school">
	<form class="grid gap-3" onsubmit={change}>
		<Field label="Its name" bind:value={name} />
		<Field label="Its clock, by which waiting pushes begin" list="time-zones" bind:value={zone} />
		<datalist id="time-zones">
			{#each ZONES as known (known)}<option value={known}></option>{/each}
		</datalist>
		<p class="text-soft" role="status">
			{#if time}It is {time} there now. Pushes that wait keep the moment that they wait for.{:else}No clock of
				that name is known; choose one of the list.{/if}
		</p>
		<label class="grid gap-1">
			<span class="text-soft">Its language, in which students find words in their notebooks</span>
			<select class="rounded-md border border-line-strong bg-raised px-3 py-2" bind:value={language}>
				<option value="">any: words as they are written</option>
				{#each LANGUAGES as code (code)}<option value={code}>{NAMES.of(code)}</option>{/each}
			</select>
		</label>
		{#if problem}<p role="alert"><b>{problem.message}</b> {problem.hint}</p>{/if}
		<div><Button go type="submit">Change it</Button></div>
	</form>
	<Room />
	<Accounts />
</Dialog>
