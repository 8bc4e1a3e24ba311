/** Light or dark: as the machine has it, until one chooses. */
import { ALWAYS, THEME } from './storage';

const machine = window.matchMedia('(prefers-color-scheme: dark)');

class Theme {
	chosen = $state<string | null>(ALWAYS.get(THEME));
	machineIsDark = $state(machine.matches);
	dark = $derived(this.chosen ? this.chosen === 'dark' : this.machineIsDark);

	constructor() {
		machine.addEventListener('change', (event) => {
			this.machineIsDark = event.matches;
			applyTheme();
		});
	}

	toggle() {
		this.chosen = this.dark ? 'light' : 'dark';
		ALWAYS.set(THEME, this.chosen);
		applyTheme();
	}
}

export const theme = new Theme();

export function applyTheme() {
	document.documentElement.dataset.theme = theme.dark ? 'dark' : 'light';
}
