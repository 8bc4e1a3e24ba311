/**
 * What a page says and the editor does not show stays on the page: without this, opening and saving one would take out
 * every attribute that no node of the editor names.
 */
import { Extension } from '@tiptap/core';
import { KINDS } from '../api/generated/kinds';

export const EveryAttribute = Extension.create({
	name: 'everyAttribute',
	addGlobalAttributes: () =>
		Object.entries(KINDS)
			.filter(([name]) => name !== 'doc')
			.map(([name, kind]) => ({
				types: [name],
				attributes: Object.fromEntries(Object.keys(kind.attributes).map((attribute) => [attribute, UNSHOWN]))
			}))
});

/** Nothing that is pasted sets it: what is read from a page's own JSON alone is right. */
const UNSHOWN = { default: null, rendered: false, keepOnSplit: false, parseHTML: () => null };
