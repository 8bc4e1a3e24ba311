/** What few wait for: the list waits for none of it, and whoever asks for one of these has the others, too. */
export { default as ArrangeList } from './ArrangeList.svelte';
export { default as FindList } from './FindList.svelte';
export { keepSection } from './keep-section';
export { default as NewPageForm } from './NewPageForm.svelte';
export { default as ReadingPage } from './ReadingPage.svelte';
