/** On a page that takes writing only in its spaces, nothing else can be changed. The server checks again. */
import { Plugin } from '@tiptap/pm/state';
import { teachersPart } from './tidy';
import type { PageNode } from './types';

export function onlySpaces(): Plugin {
	return new Plugin({
		filterTransaction(transaction, state) {
			if (!transaction.docChanged || transaction.getMeta('fromServer')) return true;
			return same(transaction.doc.toJSON(), state.doc.toJSON());
		}
	});
}

function same(one: PageNode, other: PageNode): boolean {
	return JSON.stringify(teachersPart(one)) === JSON.stringify(teachersPart(other));
}
