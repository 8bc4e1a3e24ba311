/** A pad to draw on with a finger or a pen. */
import { knob, wrapped } from './furniture';
import { INKS, pathsOf, rubbed, strokeOf, WIDTHS, type Point, type Stroke } from './strokes';

const WIDE = 1000;
const HIGH = 563;
const NAMES = { [WIDTHS[0]]: 'Fine', [WIDTHS[1]]: 'Medium', [WIDTHS[2]]: 'Broad' };

interface Held {
	ink: string;
	width: number;
	rubs: boolean;
}

export class SketchPad {
	dom = document.createElement('div');
	#svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
	/** As they are kept: what others wrote down in another way stays as it is. */
	#strokes: unknown[] = [];
	#over = '';
	#now: Stroke | null = null;
	#with: Held = { ink: INKS[0], width: WIDTHS[0], rubs: false };
	#pens: { button: HTMLButtonElement; takes: Partial<Held> }[] = [];

	constructor(
		canDraw: boolean,
		private change: (strokes: unknown[]) => void
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
			this.#now = { points: [this.#point(event)], ink: this.#with.ink, width: this.#with.width };
			this.#go(event);
		});
		this.#svg.addEventListener('pointermove', (event) => this.#go(event));
		this.#svg.addEventListener('pointerup', () => this.#end());
		this.#svg.addEventListener('pointercancel', () => this.#end());
		this.dom.append(this.#tools());
	}

	#go(event: PointerEvent) {
		if (!this.#now) return;
		// A pen tells more points than there are frames.
		const events = event.getCoalescedEvents?.() ?? [];
		const points = (events.length ? events : [event]).map((one) => this.#point(one));
		if (this.#with.rubs) this.#strokes = points.reduce((left, point) => rubbed(left, point), this.#strokes);
		else this.#now.points.push(...points);
		this.#show();
	}

	#end() {
		const drawn = this.#now;
		this.#now = null;
		if (!drawn) return;
		if (this.#with.rubs) this.change(this.#strokes);
		else if (drawn.points.length > 1) this.change([...this.#strokes, drawn]);
	}

	#tools(): HTMLElement {
		const tools = wrapped('space-tools');
		tools.setAttribute('role', 'group');
		tools.setAttribute('aria-label', 'Pens');
		const pens = INKS.map((ink) => this.#pen(`Pen, ${ink}`, `pen ink-${ink}`, { ink }));
		const widths = WIDTHS.map((width, k) => this.#pen(NAMES[width]!, `pen width-${k}`, { width }));
		const rubber = this.#pen('Rubber', '', { rubs: true });
		rubber.textContent = 'Rubber';
		const back = knob('Take back the last stroke', () => this.change(this.#strokes.slice(0, -1)));
		tools.append(...pens, ...widths, rubber, back);
		this.#press();
		return tools;
	}

	#pen(words: string, className: string, takes: Partial<Held>): HTMLButtonElement {
		const button = knob('', () => {
			this.#with = { ...this.#with, rubs: false, ...takes };
			this.#press();
		});
		button.className = className;
		button.setAttribute('aria-label', words);
		button.title = words;
		this.#pens.push({ button, takes });
		return button;
	}

	/** Which pen is in the hand. */
	#press() {
		for (const { button, takes } of this.#pens) {
			const held = takes.rubs ? this.#with.rubs : !this.#with.rubs && this.#holds(takes);
			button.setAttribute('aria-pressed', String(held));
		}
	}

	#holds({ ink, width }: Partial<Held>): boolean {
		return ink === this.#with.ink || width === this.#with.width;
	}

	#point(event: PointerEvent): Point {
		const box = this.#svg.getBoundingClientRect();
		const scale = WIDE / box.width;
		const at: Point = [
			Math.round((event.clientX - box.left) * scale),
			Math.round((event.clientY - box.top) * scale)
		];
		return event.pointerType === 'pen' && event.pressure > 0
			? [...at, Math.round(event.pressure * 100) / 100]
			: at;
	}

	/** The picture on which one draws, by the address where it is; nothing for none. */
	lieOn(address: string) {
		this.#over = address;
		this.#show();
	}

	draw(strokes: unknown[]) {
		// What comes in while one draws is there when the stroke ends; what is being rubbed out stays out.
		if (this.#now && this.#with.rubs) return;
		this.#strokes = strokes;
		this.#show();
	}

	#show() {
		const drawn = this.#now && !this.#with.rubs ? [...this.#strokes, this.#now] : this.#strokes;
		this.#svg.replaceChildren(
			...(this.#over ? [picture(this.#over)] : []),
			...drawn.map(strokeOf).flatMap((stroke) => pathsOf(stroke).map((path) => drawnPath(path, stroke)))
		);
	}
}

function picture(address: string): SVGImageElement {
	const image = document.createElementNS('http://www.w3.org/2000/svg', 'image');
	image.setAttribute('href', address);
	image.setAttribute('width', String(WIDE));
	image.setAttribute('height', String(HIGH));
	return image;
}

function drawnPath({ d, width }: { d: string; width: number }, { ink }: Stroke): SVGPathElement {
	const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
	path.setAttribute('d', d);
	path.setAttribute('class', `ink-${ink}`);
	path.setAttribute('stroke-width', String(width));
	return path;
}
