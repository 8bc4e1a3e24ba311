/**
 * Parts of the editor that are no part of what a page waits for: fetched when it first has need of them, or before, once
 * all has come to rest.
 */
import { Extension, type Editor } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import { soon } from '../ui/fetch-soon';

interface Later<Part> {
	name: string;
	fetched: () => Promise<Part>;
	needed: (editor: Editor) => boolean;
	put: (part: Part, editor: Editor) => void;
}

export function later<Part>({ name, fetched, needed, put }: Later<Part>) {
	return Extension.create({
		name,
		onCreate: () => soon(fetched),
		addProseMirrorPlugins() {
			const { editor } = this;
			let asked = false;
			const ask = async () => {
				asked = true;
				// A browser keeps it in mind if that fails, so it is not tried without a line.
				const part = navigator.onLine ? await fetched().catch(() => null) : null;
				asked = part !== null;
				if (part === null || editor.isDestroyed) return;
				put(part, editor);
				// It looks at the page with the next change: this is one.
				editor.view.dispatch(editor.state.tr);
			};
			const look = () => void (!asked && needed(editor) && ask());
			return [
				new Plugin({
					view: () => {
						queueMicrotask(look);
						return { update: look };
					}
				})
			];
		}
	});
}
