<!-- All that is asked for beside the outline: fetched for the first of them. -->
<script lang="ts">
	import { go } from '../../router';
	import Keys from '../../ui/Keys.svelte';
	import type { Asks } from './asks';
	import BringIn from './BringIn.svelte';
	import MakeMany from './MakeMany.svelte';
	import type { MasterState } from './master.svelte';
	import NewThing from './NewThing.svelte';
	import PrintIt from './PrintIt.svelte';
	import TakenOut from './TakenOut.svelte';

	let { master, asks = $bindable() }: { master: MasterState; asks: Asks } = $props();
</script>

<PrintIt master={master.id} bind:asked={() => asks.printed ?? null, (printed) => (asks.printed = printed)} />
<MakeMany {master} bind:asked={() => asks.like ?? null, (like) => (asks.like = like)} />
<NewThing
	{master}
	bind:asked={() => asks.made ?? null, (made) => (asks.made = made)}
	onmade={(kind, id) => kind === 'page' && go(`/master/${master.id}/page/${id}`)}
/>
<BringIn {master} bind:open={() => asks.bringing ?? false, (open) => (asks.bringing = open)} />
<TakenOut {master} bind:open={() => asks.resting ?? false, (open) => (asks.resting = open)} />
<Keys bind:open={() => asks.keys ?? false, (open) => (asks.keys = open)} />
