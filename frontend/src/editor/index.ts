export { fetchEditorSoon } from './fetched';
export { spaceAsks } from './nodes/space-asks';
export { NO_FACTS, type MarginFacts } from './margin-facts';
export { default as PageEditor } from './PageEditor.svelte';
export { default as Tools } from './Tools.svelte';
export type { PageNode, Surroundings } from './types';
