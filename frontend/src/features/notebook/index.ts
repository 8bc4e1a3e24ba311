export { default as NotebookView } from './NotebookView.svelte';
