export { session } from './session.svelte';
export { default as Frame } from './Frame.svelte';
export { default as Me } from './Me.svelte';
export { default as Places } from './Places.svelte';
