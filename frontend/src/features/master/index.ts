export { MasterState } from './master.svelte';
export { default as Outline } from './Outline.svelte';
export { default as Side } from './Side.svelte';
