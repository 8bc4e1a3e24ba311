/** A row of the outline on its way to another place, by mouse. */
import type { MasterState } from './master.svelte';
import { dropTarget, type Row } from './rows';

export class Dragging {
	/** The row behind which, or into which, it would go. */
	over = $state<string | null>(null);
	#row: Row | null = null;

	constructor(readonly master: MasterState) {}

	/** What happens on the way over a row. */
	hear(event: DragEvent, on: Row) {
		if (event.type === 'dragstart') this.#row = on;
		else if (event.type === 'dragend') this.#end();
		else this.#pass(event, on);
	}

	#pass(event: DragEvent, on: Row) {
		const target = this.#row && dropTarget(this.master.rows, this.#row, on);
		if (!this.#row || !target) return;
		event.preventDefault();
		this.over = on.key;
		if (event.type !== 'drop') return;
		void this.master.move(this.#row, target);
		this.#end();
	}

	#end() {
		this.#row = this.over = null;
	}
}
