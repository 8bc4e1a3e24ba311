/** The list that `/` opens: the editor keeps the caret, the list is moved through by key, pointer or thumb. */
import { wrapped } from './nodes/furniture';

interface Item {
	words: string;
}

const ROOM = 260;

export class SlashList<T extends Item> {
	#dom = wrapped('slash-list');
	#items: T[] = [];
	#at = 0;
	#choose: (item: T) => void = () => {};

	constructor() {
		this.#dom.setAttribute('role', 'listbox');
		this.#dom.setAttribute('aria-label', 'Put in');
		// The caret stays in the text.
		this.#dom.addEventListener('mousedown', (event) => event.preventDefault());
		document.body.append(this.#dom);
	}

	show(items: T[], caret: DOMRect | null, choose: (item: T) => void) {
		this.#items = items;
		this.#choose = choose;
		this.#at = Math.min(this.#at, Math.max(items.length - 1, 0));
		this.#dom.hidden = items.length === 0;
		if (caret) this.#place(caret);
		this.#draw();
	}

	/** Under the caret, or over it where there is no room. */
	#place(caret: DOMRect) {
		const below = window.innerHeight - caret.bottom > ROOM;
		this.#dom.style.left = `${Math.max(8, Math.min(caret.left, window.innerWidth - 232))}px`;
		this.#dom.style.top = below ? `${caret.bottom + 6}px` : '';
		this.#dom.style.bottom = below ? '' : `${window.innerHeight - caret.top + 6}px`;
	}

	#draw() {
		const options = this.#items.map((item, k) => {
			const option = wrapped('slash-option');
			option.setAttribute('role', 'option');
			option.setAttribute('aria-selected', String(k === this.#at));
			option.textContent = item.words;
			option.addEventListener('click', () => this.#choose(item));
			return option;
		});
		this.#dom.replaceChildren(...options);
		options[this.#at]?.scrollIntoView({ block: 'nearest' });
	}

	/** Whether the key was meant for the list. */
	press(key: string): boolean {
		const step = { ArrowDown: 1, ArrowUp: -1 }[key];
		if (this.#items.length === 0) return false;
		if (step) {
			this.#at = (this.#at + step + this.#items.length) % this.#items.length;
			this.#draw();
		} else if (key === 'Enter' || key === 'Tab') this.#choose(this.#items[this.#at]!);
		else return false;
		return true;
	}

	close() {
		this.#dom.remove();
	}
}
