<!-- At the foot of the outline: what was chosen, to be pushed; else something new. -->
<script lang="ts">
	import { go } from '../../router';
	import Button from '../../ui/Button.svelte';
	import Menu from '../../ui/Menu.svelte';
	import { count } from '../../ui/words';
	import { pushAddress } from '../push';
	import type { MasterState } from './master.svelte';
	import type { Kind } from './rows';

	interface Props {
		master: MasterState;
		/** Where a new page goes. */
		section: number | null;
		onadd: (kind: Kind, holder: number | null) => void;
		onprint: () => void;
		onbring: () => void;
		onrest: () => void;
		onkeys: () => void;
	}
	let { master, section, onadd, onprint, onbring, onrest, onkeys }: Props = $props();
</script>

{#if master.marked.length}
	<div class="flex flex-wrap items-center gap-2 pt-2 pr-3.5">
		<Button go onclick={() => go(pushAddress(master.id, { pages: master.marked }))}>
			Push {count(master.marked.length, 'page')}
		</Button>
		<Button quiet onclick={() => master.choose([])}>Choose none</Button>
	</div>
{:else}
	<div class="flex flex-wrap gap-1.5 pt-2 pr-3.5">
		{#if !master.reads}
			<Button class="px-2.5" disabled={section === null} onclick={() => onadd('page', section)}>
				New page
			</Button>
			<Button class="px-2.5" onclick={() => onadd('section', null)}>New section</Button>
		{/if}
		<Menu
			label="More about the master"
			class="rounded-md px-2.5 py-1.5 font-semibold"
			choices={[
				...(master.reads
					? []
					: [
							{ words: 'New divider', run: () => onadd('divider', null) },
							{ words: 'Bring in files', run: onbring }
						]),
				{ words: 'Print it all', run: onprint },
				{ words: 'Take it all home, as a zip', run: () => location.assign(`/api/masters/${master.id}/zip`) },
				...(master.reads ? [] : [{ words: 'What was taken out', run: onrest }]),
				{ words: 'Keys', keys: '?', run: onkeys }
			]}>More</Menu
		>
	</div>
{/if}
