/** What the teacher says of a place to answer beside its question: one thing for each kind that asks for it. */
import { wrapped } from './furniture';

type Said = Record<string, unknown>;

interface Setting {
	words: string;
	/** What stands there if nothing is said. */
	usual?: string;
	type: 'number' | 'text' | 'checkbox';
	/** What the field shows of the place, and what the place takes from the field. */
	show: (input: HTMLInputElement, said: Said) => void;
	taken: (input: HTMLInputElement) => Said;
}

const SETTINGS: Record<string, Setting> = {
	lines: {
		words: 'Lines',
		usual: '2',
		type: 'number',
		show: (input, { lines }) => (input.value = lines ? String(lines) : ''),
		taken: (input) => ({ lines: input.valueAsNumber >= 1 ? Math.min(input.valueAsNumber, 60) : null })
	},
	number: {
		words: 'Unit',
		usual: 'none',
		type: 'text',
		show: (input, { unit }) => (input.value = String(unit ?? '')),
		taken: (input) => ({ unit: input.value.trim().slice(0, 40) || null })
	},
	choice: {
		words: 'several',
		type: 'checkbox',
		show: (input, { several }) => (input.checked = several !== false),
		taken: (input) => ({ several: input.checked })
	}
};

export class SpaceSettings {
	dom = wrapped('space-more');
	#kind = '';
	#input: HTMLInputElement | null = null;

	constructor(private set: (attributes: Said) => void) {}

	show(said: Said) {
		const setting = SETTINGS[String(said.kind)];
		if (this.#kind !== said.kind) this.#ask(String(said.kind), setting);
		if (setting && this.#input && document.activeElement !== this.#input) setting.show(this.#input, said);
	}

	#ask(kind: string, setting: Setting | undefined) {
		this.#kind = kind;
		this.#input = null;
		this.dom.replaceChildren();
		if (!setting) return;
		const label = document.createElement('label');
		const input = document.createElement('input');
		input.type = setting.type;
		input.placeholder = setting.usual ?? '';
		input.addEventListener('input', () => this.set(setting.taken(input)));
		label.append(...(setting.type === 'checkbox' ? [input, setting.words] : [setting.words, input]));
		this.dom.append(label);
		this.#input = input;
	}
}
