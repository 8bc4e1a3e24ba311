<!-- The master's outline: one tree, moved through and changed by mouse and by key. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { go } from '../../router';
	import type { MasterState } from './master.svelte';
	import { choicesOf } from './choices';
	import OutlineRow from './OutlineRow.svelte';
	import { dropTarget, stepTarget, type Kind, type Row } from './rows';

	interface Props {
		master: MasterState;
		page: number | null;
		onadd: (kind: Kind, holder: number | null, parent: number | null) => void;
	}
	let { master, page, onadd }: Props = $props();

	let focused = $state<string | null>(null);
	let renaming = $state<string | null>(null);
	let dragged = $state<Row | null>(null);
	let over = $state<string | null>(null);
	let list: HTMLElement;

	const rows = $derived(master.shown.filter((row) => row.kind !== 'needle'));
	const first = $derived(focused ?? (page ? `page-${page}` : rows[0]?.key));
	const open = (row: Row) => go(`/master/${master.id}/page/${row.id}`);
	const push = (pages: number[]) => go(`/master/${master.id}/push?pages=${pages.join('.')}`);
	const pagesIn = (row: Row) =>
		master.rows.filter((one) => one.kind === 'page' && one.holder === row.id).map((one) => one.id);

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
	export function begin(opens: boolean) {
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

	function choicesFor(row: Row) {
		return choicesOf(row, {
			move: (step) => void master.move(row, stepTarget(master.rows, row, step)),
			takeOut: () => void master.takeOut(row),
			rename: () => (renaming = row.key),
			push: () => push(row.kind === 'page' ? [row.id] : pagesIn(row)),
			choose: () => master.mark(row.id),
			add: (kind) =>
				row.kind === 'page' ? onadd('page', row.holder, row.parent ?? row.id) : onadd(kind, row.id, null)
		});
	}

	function focusRow(key: string | undefined) {
		if (!key) return;
		focused = key;
		list.querySelector<HTMLElement>(`[data-key="${key}"]`)?.focus();
	}

	function keys(event: KeyboardEvent, row: Row) {
		const at = rows.findIndex((one) => one.key === row.key);
		const steps: Record<string, () => void> = {
			ArrowDown: () => focusRow(rows[at + 1]?.key),
			ArrowUp: () => focusRow(rows[at - 1]?.key),
			Home: () => focusRow(rows[0]?.key),
			End: () => focusRow(rows.at(-1)?.key),
			Enter: () => row.kind === 'page' && open(row),
			F2: () => row.kind !== 'page' && (renaming = row.key),
			Delete: () => void takeOut(row, rows[at + 1]?.key ?? rows[at - 1]?.key),
			ArrowLeft: () => row.kind === 'section' && master.fold(row.id, true),
			ArrowRight: () => row.kind === 'section' && master.fold(row.id, false),
			x: () =>
				row.kind === 'section' ? master.markSection(row.id) : row.kind === 'page' && master.mark(row.id)
		};
		if (event.key === 'ContextMenu' || event.key === 'm' || (event.shiftKey && event.key === 'F10')) {
			event.preventDefault();
			return openMenu(row);
		}
		const arrow = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
		if (event.altKey && arrow) void move(row, arrow);
		else if (!event.altKey && !event.ctrlKey && !event.metaKey && steps[event.key]) steps[event.key]!();
		else return;
		event.preventDefault();
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

	function drop(event: DragEvent, on: Row) {
		event.preventDefault();
		if (dragged) void master.move(dragged, dropTarget(master.rows, dragged, on));
		dragged = over = null;
	}
</script>

<ul bind:this={list} role="tree" aria-label="Outline" class="relative">
	{#each master.shown as row (row.key)}
		{#if row.kind === 'needle'}
			<li role="none" class="relative">
				<OutlineRow {row} here={false} marked={false} renaming={false} choices={[]} onrename={() => {}} />
			</li>
		{:else}
			<li
				role="treeitem"
				aria-level={row.depth + 1}
				aria-selected={row.kind === 'page' && row.id === page}
				aria-label="{row.name}{row.given ? ', given out' : ''}{row.changed ? ', changed since' : ''}"
				aria-expanded={row.kind === 'section' ? !master.folded.includes(row.id) : undefined}
				data-key={row.key}
				tabindex={row.key === first ? 0 : -1}
				draggable={renaming !== row.key}
				class="group relative cursor-pointer rounded-md {over === row.key && dragged
					? 'shadow-[0_2px_0_0_var(--accent)]'
					: ''}"
				onclick={(event) => click(event, row)}
				onkeydown={(event) => event.target === event.currentTarget && keys(event, row)}
				ondragstart={() => (dragged = row)}
				ondragend={() => (dragged = over = null)}
				ondragover={(event) => {
					if (!dragged || !dropTarget(master.rows, dragged, row)) return;
					event.preventDefault();
					over = row.key;
				}}
				ondrop={(event) => drop(event, row)}
			>
				<OutlineRow
					{row}
					here={row.kind === 'page' && row.id === page}
					marked={row.kind === 'page' && master.marked.includes(row.id)}
					folded={row.kind === 'section' && master.folded.includes(row.id) ? pagesIn(row).length : null}
					renaming={renaming === row.key}
					choices={choicesFor(row)}
					onrename={(name) => {
						renaming = null;
						if (name) void master.rename(row, name);
						focusRow(row.key);
					}}
				/>
			</li>
		{/if}
	{/each}
</ul>
