/** Files that are pasted or dropped: taken in, uploaded, put where they were meant. */
import type { Editor } from '@tiptap/core';
import { asFile } from './pasted';
import { fill, putFile, showable } from './put-file';
import { newId, type Surroundings } from './types';

type Files = FileList | undefined | null;

export function takeFiles(target: Editor, surroundings: Surroundings, files: Files, at?: number): boolean {
	const shown = showable(files);
	for (const file of shown) void putFile(target, surroundings, file, at);
	return shown.length > 0;
}

/** A file that is dropped never takes the window to itself, and with it what is being written. */
export function drop(target: Editor, surroundings: Surroundings, event: DragEvent): boolean {
	if (!event.dataTransfer?.files.length) return false;
	event.preventDefault();
	const at = target.view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos;
	takeFiles(target, surroundings, event.dataTransfer.files, at);
	return true;
}

/** Uploads a picture that was pasted as data; its frame stands empty until it is there. */
export function takeInData(target: Editor, surroundings: Surroundings, data: string): string {
	const id = newId();
	const file = asFile(data);
	if (file) void surroundings.addFile(file, id).then((stored) => fill(target, id, stored));
	return id;
}
