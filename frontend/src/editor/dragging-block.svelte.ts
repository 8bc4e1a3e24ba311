/** A block on its way to another place: which one, and the gap between others where it would be let go. */
import type { Editor } from '@tiptap/core';
import { scrolls } from '../ui/near';
import { foundAgain, gapsOf, movedTo, type Movable } from './move-block';

/** How far a press may slip before it is a drag, in pixels; and how near to an edge the page begins to scroll. */
const SLIP = 4;
const EDGE = 56;

export class DraggingBlock {
	/** Where the line is drawn, in pixels of the frame. */
	line = $state.raw<number | null>(null);
	#from: { y: number; moved: Movable } | null = null;
	#gap: number | null = null;
	#y = 0;
	#timer: ReturnType<typeof setInterval> | undefined;

	constructor(
		private readonly editor: Editor,
		private readonly frame: HTMLElement
	) {}

	begin(y: number, moved: Movable) {
		this.#from = { y, moved };
	}

	/** Gives whether it is a drag by now. */
	move(y: number): boolean {
		if (!this.#from || (this.#gap === null && Math.abs(y - this.#from.y) < SLIP)) return false;
		this.#y = y;
		this.#timer ??= setInterval(() => this.#scroll(), 16);
		this.#aim();
		return true;
	}

	/** Lets it go where the line is; gives whether there was a drag. */
	end(): boolean {
		const { editor } = this;
		const [from, gap] = [this.#from, this.#gap];
		this.cancel();
		if (!from || gap === null) return false;
		const moved = foundAgain(editor.state, from.moved);
		const tr = moved && movedTo(editor.state, moved, gap);
		if (tr) editor.view.dispatch(tr);
		return true;
	}

	cancel() {
		clearInterval(this.#timer);
		this.#timer = undefined;
		this.#from = this.#gap = this.line = null;
	}

	#aim() {
		const moved = foundAgain(this.editor.state, this.#from!.moved);
		if (!moved) return this.cancel();
		this.#from!.moved = moved;
		const edges = this.#edges();
		const [first] = edges;
		if (first === undefined) return;
		let nearest = 0;
		edges.forEach((edge, gap) => {
			if (Math.abs(edge - this.#y) < Math.abs(edges[nearest]! - this.#y)) nearest = gap;
		});
		this.#gap = nearest;
		this.line = edges[nearest]! - this.frame.getBoundingClientRect().top;
	}

	/** Where on the screen each gap is. */
	#edges(): number[] {
		const { view } = this.editor;
		const gaps = gapsOf(this.#from!.moved);
		const boxes = gaps
			.slice(0, -1)
			.map((at) => (view.nodeDOM(at) as Element | null)?.getBoundingClientRect());
		const tops = boxes.map((box) => box?.top ?? 0);
		return [...tops, boxes.at(-1)?.bottom ?? 0];
	}

	/** Near an edge of what is seen the page moves on under what is dragged. */
	#scroll() {
		const root = scrolls(this.frame);
		const box = root instanceof Element ? root : document.documentElement;
		const { top, bottom } =
			root instanceof Element ? root.getBoundingClientRect() : { top: 0, bottom: innerHeight };
		const by = this.#y < top + EDGE ? -10 : this.#y > bottom - EDGE ? 10 : 0;
		if (!by) return;
		box.scrollBy(0, by);
		this.#aim();
	}
}
