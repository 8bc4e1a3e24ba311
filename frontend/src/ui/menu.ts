/** What a menu offers, and how its button looks. */
import type { Snippet } from 'svelte';

export interface Choice {
	words: string;
	keys?: string;
	disabled?: boolean;
	run: () => void;
}

export interface MenuProps {
	label: string;
	choices: Choice[];
	class?: string;
	tabindex?: number;
	children: Snippet;
}
