import type { Snippet } from 'svelte';

/** A part of a sentence that is a choice. */
export interface PickProps {
	words: string;
	label: string;
	light?: boolean;
	/** What follows the words without a space. */
	after?: string;
	children: Snippet;
}
