/** All that a page is shown and written with: one piece of script, of which nothing else is in need. */
export { default as Sheet } from './Sheet.svelte';
export { default as ToolRow } from './ToolRow.svelte';
