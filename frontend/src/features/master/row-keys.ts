/** What a key does in a row of the outline. */
import type { Row } from './rows';

interface Doing {
	focus: (row: Row | undefined) => void;
	open: () => void;
	fold: (folded: boolean) => void;
	menu: () => void;
	/** What changes something; not for those who read along. */
	changes: Changes | false;
}

interface Changes {
	rename: () => void;
	takeOut: () => void;
	/** Chooses a page, or all pages of a section. */
	choose: () => void;
	move: (step: -1 | 1) => void;
}

/** Does what the key says; whether it says anything. `rows`: those that are shown. */
export function pressed(event: KeyboardEvent, row: Row, rows: Row[], doing: Doing): boolean {
	const at = rows.findIndex((one) => one.key === row.key);
	const { changes } = doing;
	const steps: Record<string, () => void> = {
		ArrowDown: () => doing.focus(rows[at + 1]),
		ArrowUp: () => doing.focus(rows[at - 1]),
		Home: () => doing.focus(rows[0]),
		End: () => doing.focus(rows.at(-1)),
		Enter: () => row.kind === 'page' && doing.open(),
		ArrowLeft: () =>
			row.kind === 'page'
				? doing.focus(rows.find((one) => one.key === `section-${row.holder}`))
				: doing.fold(true),
		ArrowRight: () => row.kind !== 'page' && doing.fold(false),
		m: doing.menu,
		ContextMenu: doing.menu,
		...(changes && {
			F2: changes.rename,
			Delete: changes.takeOut,
			x: changes.choose
		})
	};
	const arrow = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
	if (event.shiftKey && event.key === 'F10') doing.menu();
	else if (event.altKey && arrow && changes) changes.move(arrow);
	else if (!event.altKey && !event.ctrlKey && !event.metaKey && steps[event.key]) steps[event.key]!();
	else return false;
	return true;
}
