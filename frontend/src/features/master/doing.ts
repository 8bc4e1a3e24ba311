/** What is done with a row of the outline, whichever way it is asked for. */
import { go } from '../../router';
import type { Doing } from './choices';
import type { MasterState } from './master.svelte';
import { copyWords } from '../../ui/clipboard';
import { attempt } from '../../ui/report';
import { toasts } from '../../ui/toasts.svelte';
import { pushAddress } from '../push';
import { stepTarget, type Kind, type Row } from './rows';

interface Asks {
	rename: () => void;
	onmany: (row: Row) => void;
	onprint: (row: Row) => void;
	onadd: (kind: Kind, holder: number | null, parent: number | null) => void;
}

/** The pages in a section, or in all that is in a divider, in their order. */
export function pagesIn(row: Row, master: MasterState): number[] {
	const { rows } = master;
	const behind = rows.slice(rows.findIndex((one) => one.key === row.key) + 1);
	const end = behind.findIndex((one) => one.kind !== 'needle' && one.depth <= row.depth);
	const inside = end < 0 ? behind : behind.slice(0, end);
	return inside.filter((one) => one.kind === 'page').map((one) => one.id);
}

/** Teachers come to the master's page by it, students to their own. */
async function copyLink(row: Row) {
	const address = `${location.origin}/page/${row.id}`;
	if (!(await copyWords(address))) return toasts.say(`The link to “${row.name}”: ${address}`);
	toasts.say(`The link to “${row.name}” is copied. By it each student comes to their own page.`);
}

export function doingWith(row: Row, master: MasterState, { rename, onmany, onprint, onadd }: Asks): Doing {
	const push = (said: Parameters<typeof pushAddress>[1]) => go(pushAddress(master.id, said));
	return {
		rename,
		move: (step) => void master.move(row, stepTarget(master.rows, row, step)),
		takeOut: () => void master.takeOut(row),
		push: () => push({ pages: row.kind === 'page' ? [row.id] : pagesIn(row, master) }),
		pushEmpty: () => push(row.kind === 'divider' ? { dividers: [row.id] } : { sections: [row.id] }),
		show: (display) => void master.show(row, display),
		again: () => void attempt(async () => (await import('./make-many')).again(master, row)),
		many: () => onmany(row),
		copyLink: () => void attempt(() => copyLink(row)),
		print: () => onprint(row),
		choose: () => master.mark(row.id),
		add: (kind) =>
			row.kind === 'page' ? onadd('page', row.holder, row.parent ?? row.id) : onadd(kind, row.id, null)
	};
}
