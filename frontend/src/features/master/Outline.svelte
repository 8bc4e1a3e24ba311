<!-- The master's outline: one tree, moved through and changed by mouse and by key. -->
<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { go } from '../../router';
	import type { MasterState } from './master.svelte';
	import { choicesOf } from './choices';
	import { doingWith, pagesIn } from './doing';
	import { Dragging } from './dragging.svelte';
	import OutlineItem from './OutlineItem.svelte';
	import { pressed } from './row-keys';
	import { stepTarget, type Kind, type Row } from './rows';

	interface Props {
		master: MasterState;
		page: number | null;
		onmany: (row: Row) => void;
		onprint: (row: Row) => void;
		onadd: (kind: Kind, holder: number | null, parent: number | null) => void;
	}
	let { master, page, onadd, onmany, onprint }: Props = $props();

	let focused = $state<string | null>(null);
	let renaming = $state<string | null>(null);
	// svelte-ignore state_referenced_locally
	const dragging = new Dragging(master);
	let list: HTMLElement;

	const rows = $derived(master.shown.filter((row) => row.kind !== 'needle'));
	const first = $derived(focused ?? (page ? `page-${page}` : rows[0]?.key));
	const open = (row: Row) => go(`/master/${master.id}/page/${row.id}`);
	// What is opened or made comes into sight, wherever it stands in a long outline, folded or not.
	const holder = $derived(master.rows.find((row) => row.key === `page-${page}`)?.holder);
	$effect(() => {
		if (holder && untrack(() => master.folded.includes(holder))) master.fold(holder, false);
	});
	$effect(() => {
		if (page && rows.length) {
			list.querySelector(`[data-key="page-${page}"]`)?.scrollIntoView({ block: 'nearest' });
		}
	});

	/** Goes into the rows by key: to the first page that is shown, and opens it if asked to. */
	export async function begin(opens: boolean) {
		await master.there;
		await tick();
		const found = rows.find((row) => row.kind === 'page') ?? rows[0];
		if (opens && found?.kind === 'page') open(found);
		focusRow(found?.key);
	}

	/** Opens a row's menu as its button would. */
	function openMenu(row: Row) {
		const button = list.querySelector<HTMLElement>(`[data-key="${row.key}"] [aria-haspopup]`);
		button?.focus();
		button?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
	}

	const choicesFor = (row: Row) =>
		choicesOf(row, doingWith(row, master, { rename: () => (renaming = row.key), onmany, onprint, onadd }));

	function focusRow(key: string | undefined) {
		if (!key) return;
		focused = key;
		list.querySelector<HTMLElement>(`[data-key="${key}"]`)?.focus();
	}

	function keys(event: KeyboardEvent, row: Row) {
		const at = rows.findIndex((one) => one.key === row.key);
		const said = pressed(event, row, rows, {
			focus: (to) => focusRow(to?.key),
			open: () => open(row),
			rename: () => (renaming = row.key),
			takeOut: () => void takeOut(row, rows[at + 1]?.key ?? rows[at - 1]?.key),
			fold: (folded) => master.fold(row.id, folded),
			choose: () =>
				row.kind === 'section' ? master.markSection(row.id) : row.kind === 'page' && master.mark(row.id),
			menu: () => openMenu(row),
			move: (step) => void move(row, step)
		});
		if (said) event.preventDefault();
	}

	/** Takes out, and goes on at the neighbour: who works by keys is not thrown to the top of the page. */
	async function takeOut(row: Row, neighbour: string | undefined) {
		await master.takeOut(row);
		focusRow(neighbour);
	}

	async function move(row: Row, step: -1 | 1) {
		await master.move(row, stepTarget(master.rows, row, step));
		focusRow(row.key);
	}

	function click(event: MouseEvent, row: Row) {
		focused = row.key;
		if ((event.target as HTMLElement).closest('button, input')) return;
		if (row.kind === 'section') return master.fold(row.id);
		if (row.kind !== 'page') return;
		if (event.shiftKey) master.markTo(row.id);
		else if (event.ctrlKey || event.metaKey) master.mark(row.id);
		else open(row);
	}

	function named(row: Row, name: string | null) {
		renaming = null;
		if (name) void master.rename(row, name);
		focusRow(row.key);
	}
</script>

<ul bind:this={list} role="tree" aria-label="Outline" class="relative">
	{#each master.shown as row (row.key)}
		<OutlineItem
			{master}
			{row}
			here={row.kind === 'page' && row.id === page}
			first={row.key === first}
			renaming={renaming === row.key}
			over={dragging.over === row.key}
			choices={choicesFor(row)}
			pages={pagesIn(row, master).length}
			onpress={(event) => click(event, row)}
			onkey={(event) => keys(event, row)}
			onrename={(name) => named(row, name)}
			ondrag={(event) => dragging.hear(event, row)}
		/>
	{/each}
</ul>
