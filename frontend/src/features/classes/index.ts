export { default as ClassesView } from './ClassesView.svelte';
