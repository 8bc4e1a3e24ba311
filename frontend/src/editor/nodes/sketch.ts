/** A pad to draw on with a finger or a pen. A stroke is a list of points in thousandths of the pad's width. */
export type Stroke = [number, number][];

const WIDE = 1000;
const HIGH = 563;

export class SketchPad {
	dom = document.createElement('div');
	#svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
	#strokes: Stroke[] = [];
	#now: Stroke | null = null;

	constructor(
		canDraw: boolean,
		private change: (strokes: Stroke[]) => void
	) {
		this.dom.contentEditable = 'false';
		this.#svg.setAttribute('viewBox', `0 0 ${WIDE} ${HIGH}`);
		this.#svg.setAttribute('class', 'sketch-pad');
		this.#svg.setAttribute('role', 'img');
		this.#svg.setAttribute('aria-label', 'A place to draw');
		this.dom.append(this.#svg);
		if (canDraw) this.#listen();
	}

	#listen() {
		this.#svg.addEventListener('pointerdown', (event) => {
			this.#svg.setPointerCapture(event.pointerId);
			this.#now = [this.#point(event)];
		});
		this.#svg.addEventListener('pointermove', (event) => {
			if (!this.#now) return;
			this.#now.push(this.#point(event));
			this.#show();
		});
		this.#svg.addEventListener('pointerup', () => {
			if (this.#now && this.#now.length > 1) this.change([...this.#strokes, this.#now]);
			this.#now = null;
		});
		const tools = document.createElement('div');
		tools.className = 'space-tools';
		const back = document.createElement('button');
		back.type = 'button';
		back.textContent = 'Take back the last stroke';
		back.addEventListener('click', () => this.change(this.#strokes.slice(0, -1)));
		tools.append(back);
		this.dom.append(tools);
	}

	#point(event: PointerEvent): [number, number] {
		const box = this.#svg.getBoundingClientRect();
		const scale = WIDE / box.width;
		return [Math.round((event.clientX - box.left) * scale), Math.round((event.clientY - box.top) * scale)];
	}

	draw(strokes: Stroke[]) {
		this.#strokes = strokes;
		this.#show();
	}

	#show() {
		const all = this.#now ? [...this.#strokes, this.#now] : this.#strokes;
		this.#svg.replaceChildren(
			...all.map((stroke) => {
				const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
				path.setAttribute('d', `M${points(stroke).join('L')}`);
				return path;
			})
		);
	}
}

/** The points of a stroke, however whoever drew it wrote them down. */
function points(stroke: unknown): string[] {
	const list: unknown[] = Array.isArray(stroke) ? stroke : ((stroke as { points?: unknown[] })?.points ?? []);
	if (list.every((value) => typeof value === 'number')) {
		return list.flatMap((x, k) => (k % 2 ? [] : [`${x} ${list[k + 1] ?? 0}`]));
	}
	return list.map((point) => {
		const [x, y] = Array.isArray(point) ? point : [(point as { x: number }).x, (point as { y: number }).y];
		return `${Number(x) || 0} ${Number(y) || 0}`;
	});
}
