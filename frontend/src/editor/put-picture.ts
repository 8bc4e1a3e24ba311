/** Pictures that are chosen, pasted or dropped: their frame stands at once, and fills when they have been sent. */
import type { Editor } from '@tiptap/core';
import { newId, type Surroundings } from './types';

const COMING = 'A picture is coming …';

export async function putPicture(editor: Editor, surroundings: Surroundings, file: File, at?: number) {
	const id = newId();
	const frame = { type: 'image', attrs: { id, src: '', alt: COMING } };
	editor.commands.insertContentAt(at ?? editor.state.selection.to, frame);
	await fill(editor, id, await surroundings.addPicture(file));
}

/** Shows the picture in its frame; a frame that stays empty goes. */
export async function fill(editor: Editor, id: string, src: string) {
	if (editor.isDestroyed) return;
	editor.state.doc.descendants((node, at) => {
		if (node.type.name !== 'image' || node.attrs.id !== id) return;
		const { tr } = editor.state;
		if (!src) tr.delete(at, at + node.nodeSize);
		else {
			tr.setNodeAttribute(at, 'src', src);
			if (node.attrs.alt === COMING) tr.setNodeAttribute(at, 'alt', '');
		}
		editor.view.dispatch(tr);
	});
}

/** The pictures among files. */
export function picturesIn(files: FileList | undefined | null): File[] {
	return [...(files ?? [])].filter((file) => file.type.startsWith('image/'));
}
