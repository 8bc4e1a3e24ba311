/** Pages on their way to another place, by mouse, pen or thumb. */
import type { ArrangingState } from './arranging.svelte';
import { dropped, type Where } from './steps';

/** So far to the right of a row's beginning, in pixels, what is dropped is tucked under it. */
const TUCKED = 56;
/** So near to an end of the list it moves on by itself. */
const EDGE = 48;

export class Carrying {
	/** The row behind which they would come, and whether tucked under it. */
	over = $state<{ row: string; tuck: boolean } | null>(null);
	ids = $state<number[]>([]);
	#where: Where | null = null;

	constructor(readonly arranging: ArrangingState) {}

	begin(event: PointerEvent, id: number) {
		if (event.button !== 0) return;
		event.preventDefault();
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		this.ids = this.arranging.with(id);
	}

	move(event: PointerEvent) {
		if (!this.ids.length) return;
		this.#roll(event);
		const below = document.elementFromPoint(event.clientX, event.clientY);
		const row = below?.closest<HTMLElement>('[data-row]');
		if (!row) return;
		const tuck = event.clientX - row.getBoundingClientRect().left > TUCKED * 2;
		this.#where = dropped(this.arranging.notebook.sections, this.ids, row.dataset.row!, tuck);
		this.over = this.#where && { row: row.dataset.row!, tuck: Boolean(this.#where.under) };
	}

	async end() {
		const [ids, where] = [this.ids, this.#where];
		this.cancel();
		if (where) await this.arranging.move(ids, where);
	}

	cancel() {
		this.ids = [];
		this.over = this.#where = null;
	}

	/** The list goes on by itself where something is held at its end. */
	#roll(event: PointerEvent) {
		const list = (event.currentTarget as HTMLElement).closest('nav');
		if (!list) return;
		const { top, bottom } = list.getBoundingClientRect();
		if (event.clientY < top + EDGE) list.scrollBy(0, -12);
		if (event.clientY > bottom - EDGE) list.scrollBy(0, 12);
	}
}
