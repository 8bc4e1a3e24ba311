<!-- Names a new divider, section or page, and says where it will stand. -->
<script lang="ts">
	import { beginWritingAt } from '../../ui/begin-writing';
	import Button from '../../ui/Button.svelte';
	import Dialog from '../../ui/Dialog.svelte';
	import type { MasterState } from './master.svelte';
	import type { Kind } from './rows';

	interface Props {
		master: MasterState;
		asked: { kind: Kind; holder: number | null; parent: number | null } | null;
		onmade: (kind: Kind, id: number) => void;
	}
	let { master, asked = $bindable(), onmade }: Props = $props();
	let name = $state('');
	/** The page that it begins as. */
	let like = $state<number | null>(null);

	const words = { divider: 'New divider', section: 'New section', page: 'New page' };
	const where = $derived.by(() => {
		if (!asked) return '';
		if (asked.parent)
			return `tucked under “${master.rows.find((r) => r.key === `page-${asked!.parent}`)?.name}”`;
		const key = asked.kind === 'page' ? `section-${asked.holder}` : `divider-${asked.holder}`;
		const holder = master.rows.find((row) => row.key === key);
		return holder ? `at the end of “${holder.name}”` : 'at the end of the outline';
	});

	async function make(event: SubmitEvent) {
		event.preventDefault();
		if (!asked) return;
		const { kind, holder, parent } = asked;
		const id = await master.add(kind, name, holder, parent, kind === 'page' ? like : null);
		asked = null;
		name = '';
		like = null;
		if (id && kind === 'page') beginWritingAt(`page/${id}`);
		if (id) onmade(kind, id);
	}
</script>

<Dialog
	bind:open={() => asked !== null, (open) => !open && (asked = null)}
	title={asked ? words[asked.kind] : ''}
>
	<form class="grid gap-4" onsubmit={make}>
		<label class="grid gap-1">
			<span class="text-soft">Its name; it comes {where}</span>
			<input
				class="rounded-md border border-line-strong bg-raised px-3 py-2 text-base"
				required
				bind:value={name}
			/>
		</label>
		{#if asked?.kind === 'page' && master.templates.length}
			<label class="grid gap-1">
				<span class="text-soft">It begins as</span>
				<select class="rounded-md border border-line-strong bg-raised px-3 py-2 text-base" bind:value={like}>
					<option value={null}>an empty page</option>
					{#each master.templates as template (template.id)}
						<option value={template.id}>“{template.title}”</option>
					{/each}
				</select>
			</label>
		{/if}
		<div class="flex gap-2">
			<Button go type="submit">Make it</Button><Button onclick={() => (asked = null)}>Not now</Button>
		</div>
	</form>
</Dialog>
