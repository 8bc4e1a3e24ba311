<!-- The master's outline: one tree, moved through and changed by mouse and by key. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { SvelteSet } from 'svelte/reactivity';
	import { go } from '../../router';
	import type { MasterState } from './master.svelte';
	import { choicesOf } from './choices';
	import { doingWith, pagesIn } from './doing';
	import { Dragging } from './dragging.svelte';
	import OutlineItem from './OutlineItem.svelte';
	import { pressed } from './row-keys';
	import type { Kind, Row } from './rows';
	import { Walking } from './walking.svelte';

	interface Props {
		master: MasterState;
		page: number | null;
		onmany: (row: Row) => void;
		onprint: (row: Row) => void;
		onadd: (kind: Kind, holder: number | null, parent: number | null) => void;
	}
	let { master, page, onadd, onmany, onprint }: Props = $props();

	/** So many rows are drawn at a time, when the first of them comes near: to watch each of a thousand costs a frame. */
	const RUN = 16;
	const drawn = new SvelteSet<number>();
	let renaming = $state<string | null>(null);
	// svelte-ignore state_referenced_locally
	const dragging = new Dragging(master);
	// svelte-ignore state_referenced_locally
	const walking = new Walking(master);

	const rows = $derived(master.shown.filter((row) => row.kind !== 'needle'));
	const first = $derived(walking.focused ?? (page ? `page-${page}` : rows[0]?.key));
	const open = (row: Row) => go(`/master/${master.id}/page/${row.id}`);
	// What is opened or made comes into sight, wherever it stands in a long outline, folded or not.
	const known = $derived(master.rows.length > 0);
	$effect(() => {
		if (page && known) untrack(() => master.folds.bring(master.rows, page));
	});
	$effect(() => {
		if (page && rows.length) walking.show(`page-${page}`);
	});

	/** Goes into the rows by key, and opens the first page that is shown if asked to. */
	export async function begin(opens: boolean) {
		const found = await walking.begin(() => rows);
		if (opens && found?.kind === 'page') open(found);
	}

	const choicesFor = (row: Row) =>
		choicesOf(
			row,
			doingWith(row, master, { rename: () => (renaming = row.key), onmany, onprint, onadd }),
			master.reads
		);

	function keys(event: KeyboardEvent, row: Row) {
		const at = rows.findIndex((one) => one.key === row.key);
		const said = pressed(event, row, rows, {
			focus: (to) => walking.to(to?.key),
			open: () => open(row),
			fold: (folded) => master.folds.fold(row, folded),
			menu: () => walking.openMenu(row),
			changes: !master.reads && {
				rename: () => (renaming = row.key),
				takeOut: () => void walking.takeOut(row, rows[at + 1]?.key ?? rows[at - 1]?.key),
				choose: () =>
					row.kind === 'section' ? master.markSection(row.id) : row.kind === 'page' && master.mark(row.id),
				move: (step) => void walking.move(row, step)
			}
		});
		if (said) event.preventDefault();
	}

	function click(event: MouseEvent, row: Row) {
		walking.focused = row.key;
		if ((event.target as HTMLElement).closest('button, input')) return;
		if (row.kind !== 'page') return master.folds.fold(row);
		if (event.shiftKey && !master.reads) master.markTo(row.id);
		else if ((event.ctrlKey || event.metaKey) && !master.reads) master.mark(row.id);
		else open(row);
	}

	function menu(event: MouseEvent, row: Row) {
		event.preventDefault();
		walking.openMenu(row);
	}

	function named(row: Row, name: string | null) {
		renaming = null;
		if (name) void master.rename(row, name);
		walking.to(row.key);
	}
</script>

<ul bind:this={walking.list} role="tree" aria-label="Outline" class="relative">
	{#each master.shown as row, number (row.key)}
		{@const run = Math.floor(number / RUN)}
		<OutlineItem
			{master}
			{row}
			here={row.kind === 'page' && row.id === page}
			first={row.key === first}
			drawn={drawn.has(run)}
			onnear={number % RUN ? undefined : () => drawn.add(run)}
			renaming={renaming === row.key}
			over={dragging.over === row.key}
			choices={() => choicesFor(row)}
			pages={() => pagesIn(row, master).length}
			onpress={(event) => click(event, row)}
			onkey={(event) => keys(event, row)}
			onrename={(name) => named(row, name)}
			onname={() => (renaming = row.key)}
			onmenu={(event) => menu(event, row)}
			ondrag={(event) => dragging.hear(event, row)}
		/>
	{/each}
</ul>
