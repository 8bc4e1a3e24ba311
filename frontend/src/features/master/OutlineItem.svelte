<!-- One row of the outline as a thing to go to, to press and to drag; a needle is only looked at. -->
<script lang="ts">
	import { near } from '../../ui/near';
	import type { Choice } from './choices';
	import { DISPLAYED } from './display';
	import type { MasterState } from './master.svelte';
	import OutlineRow from './OutlineRow.svelte';
	import { folds } from './folds.svelte';
	import type { Row } from './rows';

	interface Props {
		master: MasterState;
		row: Row;
		here: boolean;
		first: boolean;
		/** What stands in a row is drawn once it is near to be seen; it can be found, gone to and read before. */
		drawn: boolean;
		/** For those that are watched. */
		onnear: (() => void) | undefined;
		renaming: boolean;
		/** Something that is dragged would be put behind it. */
		over: boolean;
		/** Asked for once the row is drawn. */
		choices: () => Choice[];
		pages: () => number;
		onpress: (event: MouseEvent) => void;
		onkey: (event: KeyboardEvent) => void;
		onrename: (name: string | null) => void;
		/** Asks for another name. */
		onname: () => void;
		/** Opens what can be done with it. */
		onmenu: (event: MouseEvent) => void;
		/** Beginning, passing over, letting go, ending. */
		ondrag: (event: DragEvent) => void;
	}
	let {
		master,
		row,
		here,
		first,
		drawn,
		onnear,
		renaming,
		over,
		choices,
		pages,
		onpress,
		onkey,
		onrename,
		onname,
		onmenu,
		ondrag
	}: Props = $props();
	const folded = $derived(master.folds.has(row));
</script>

{#if row.kind === 'needle'}
	<li role="none" class="relative" {@attach onnear && near(onnear)}>
		<OutlineRow {row} here={false} marked={false} renaming={false} choices={[]} onrename={() => {}} />
	</li>
{:else}
	<li
		role="treeitem"
		aria-level={row.depth + 1}
		aria-selected={here}
		aria-label="{row.name}{row.given ? ', given out' : ''}{row.changed
			? ', changed since'
			: ''}{row.display === 'ordinary' ? '' : `, ${DISPLAYED[row.display]}`}{row.template
			? ', a template'
			: ''}"
		aria-expanded={folds(row) ? !folded : undefined}
		data-key={row.key}
		tabindex={first ? 0 : -1}
		{@attach onnear && near(onnear)}
		draggable={!renaming && !master.reads}
		class="group relative min-h-[30px] cursor-pointer rounded-md {over
			? 'shadow-[0_2px_0_0_var(--accent)]'
			: ''}"
		onclick={onpress}
		ondblclick={() => !master.reads && onname()}
		oncontextmenu={onmenu}
		onkeydown={(event) => event.target === event.currentTarget && onkey(event)}
		ondragstart={ondrag}
		ondragend={ondrag}
		ondragover={ondrag}
		ondrop={ondrag}
	>
		{#if drawn}
			<OutlineRow
				{row}
				{here}
				marked={row.kind === 'page' && master.marked.includes(row.id)}
				folded={folded ? pages() : null}
				{renaming}
				choices={choices()}
				{onrename}
			/>
		{/if}
	</li>
{/if}
