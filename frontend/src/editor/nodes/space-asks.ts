/** What a teacher says of a place to answer: its question, its kind, and the one thing that its kind asks for. */
import type { Asking, SpaceAsks } from '../types';
import { field, knob, wrapped } from './furniture';

const KINDS = [
	['lines', 'lines to write on'],
	['number', 'a number'],
	['choice', 'a choice'],
	['photo', 'a photo'],
	['sketch', 'a sketch']
] as const;

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

class Settings {
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

const EMPTY = { type: 'paragraph' };
const choice = (content: object[]) => ({ type: 'option', content });

class Asks implements SpaceAsks {
	dom = wrapped('space-settings');
	#question: HTMLTextAreaElement;
	#kind = document.createElement('select');
	#settings: Settings;
	#over: HTMLButtonElement;
	#more: HTMLButtonElement;

	constructor(private asking: Asking) {
		const { set, leave, lay } = asking;
		this.#question = field('Ask something', (prompt) => set({ prompt }), leave);
		this.#kind.setAttribute('aria-label', 'What goes in here');
		for (const [value, words] of KINDS) this.#kind.add(new Option(words, value));
		this.#kind.addEventListener('change', () => this.#become(this.#kind.value));
		this.#settings = new Settings(set);
		this.#over = knob('', lay);
		this.#more = knob('Add a choice', () => this.#addChoice());
		this.dom.append(this.#question, this.#settings.dom, this.#more, this.#over, this.#kind);
	}

	/** A question with choices has some to begin with; what stands there already is the first of them. */
	#become(kind: string) {
		this.asking.set({ kind });
		const place = this.asking.within();
		const first = place?.editor.state.doc.resolve(place.from).parent;
		if (!place || !first || kind !== 'choice' || first.firstChild?.type.name === 'option') return;
		const written = first.textContent ? first.content.toJSON() : [EMPTY];
		place.editor.commands.insertContentAt(place, [choice(written), choice([EMPTY])]);
	}

	#addChoice() {
		const place = this.asking.within();
		place?.editor
			.chain()
			.insertContentAt(place.to, choice([EMPTY]))
			.focus(place.to + 2)
			.run();
	}

	show(said: Said) {
		if (document.activeElement !== this.#question) this.#question.value = String(said.prompt ?? '');
		this.#kind.value = String(said.kind);
		this.#settings.show(said);
		this.#more.hidden = said.kind !== 'choice';
		this.#over.hidden = said.kind !== 'sketch';
		this.#over.textContent = said.over ? 'On bare paper' : 'Over a picture';
	}
}

/** A student's page waits for none of it: a teacher's page brings it along. */
export const spaceAsks = (asking: Asking): SpaceAsks => new Asks(asking);
