export { fetchEditorSoon } from './fetched';
export { NO_FACTS, type MarginFacts } from './margin-facts';
export { default as PageEditor } from './PageEditor.svelte';
export { default as Tools } from './Tools.svelte';
export type { PageNode, Surroundings } from './types';
