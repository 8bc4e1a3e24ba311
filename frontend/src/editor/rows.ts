/** How the rows over the tools look. */
export const FIELD = 'rounded-md border border-line-strong bg-raised px-2.5 py-1.5';
export const PRESS =
	'min-h-9 rounded-md border border-line-strong bg-raised px-3 font-semibold hover:bg-accent-wash disabled:opacity-45';
