/** Files that are chosen, pasted or dropped: their frame stands at once, and fills when they have been sent. */
import type { Editor } from '@tiptap/core';
import { putBlock } from './put-block';
import { newId, type Stored, type Surroundings } from './types';

const COMING = { image: 'A picture is coming …', recording: 'A recording is coming …' };
type Framed = keyof typeof COMING;

export async function putFile(editor: Editor, surroundings: Surroundings, file: File, at?: number) {
	const id = newId();
	const type: Framed = file.type.startsWith('image/') ? 'image' : 'recording';
	const frame = { type, attrs: { id, src: '', alt: COMING[type] } };
	putBlock(editor, frame, at);
	await fill(editor, id, await surroundings.addFile(file, id), file.name);
}

/** Frames that an earlier visit left empty fill when what they wait for has come. */
export async function fillWhatWaits(editor: Editor, { coming }: Surroundings) {
	for (const [{ frame, file }, arriving] of (await coming?.takeUp()) ?? []) {
		void arriving.then((stored) => fill(editor, frame, stored, file.name));
	}
}

/** Shows what has come in its frame; a frame that stays empty goes. */
export async function fill(editor: Editor, id: string, stored: Stored | null, name = '') {
	if (editor.isDestroyed) return;
	editor.state.doc.descendants((node, at) => {
		if (!framedAs(node.type.name) || node.attrs.id !== id) return;
		const { tr } = editor.state;
		if (!stored) tr.delete(at, at + node.nodeSize);
		else tr.setNodeMarkup(at, editor.schema.nodes[typeOf(stored)], filled(node.attrs, stored, name));
		editor.view.dispatch(tr);
	});
}

export function typeOf(stored: Stored): Framed {
	return stored.medium === 'picture' ? 'image' : 'recording';
}

/** Whether blocks of this type are frames that may wait for what they show. */
export const framedAs = (type: string): type is Framed => type in COMING;

/** The attributes of a frame when what it waits for has come from a file of this name. */
export function filled(attrs: Record<string, unknown>, { fingerprint, medium }: Stored, name: string) {
	const said = Object.values(COMING).includes(String(attrs.alt)) ? '' : String((attrs.alt as string) ?? '');
	if (medium === 'picture') return { ...attrs, src: fingerprint, alt: said };
	return {
		id: attrs.id as string,
		src: fingerprint,
		alt: said || name.replace(/\.\w{1,5}$/, ''),
		medium
	};
}

/** Those among files that can stand on a page by themselves. */
export function showable(files: FileList | undefined | null): File[] {
	return [...(files ?? [])].filter((file) => /^(image|audio|video)\//.test(file.type));
}
