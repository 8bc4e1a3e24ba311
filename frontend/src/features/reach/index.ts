export { default as ReachView } from './ReachView.svelte';
