export { KnotsState, type How } from './knots.svelte';
