/** What can be done with chosen words by one press. */
import type { Editor } from '@tiptap/core';
import Bold from '@lucide/svelte/icons/bold';
import Highlighter from '@lucide/svelte/icons/highlighter';
import Italic from '@lucide/svelte/icons/italic';
import List from '@lucide/svelte/icons/list';
import ListChecks from '@lucide/svelte/icons/list-checks';
import ListOrdered from '@lucide/svelte/icons/list-ordered';
import { mark } from './inks';
import Underline from '@lucide/svelte/icons/underline';

/** How words look. */
export function wordMarks(editor: Editor) {
	return [
		{ name: 'bold', words: 'Bold', icon: Bold, run: () => editor.chain().focus().toggleBold().run() },
		{ name: 'italic', words: 'Italic', icon: Italic, run: () => editor.chain().focus().toggleItalic().run() },
		{
			name: 'underline',
			words: 'Underline',
			icon: Underline,
			run: () => editor.chain().focus().toggleUnderline().run()
		},
		{
			name: 'highlight',
			words: 'Mark; again for another ink',
			icon: Highlighter,
			run: () => mark(editor)
		}
	];
}

export function marksOf(editor: Editor) {
	return [
		...wordMarks(editor),
		{
			name: 'bulletList',
			words: 'List',
			icon: List,
			run: () => editor.chain().focus().toggleBulletList().run()
		},
		{
			name: 'orderedList',
			words: 'Numbered list',
			icon: ListOrdered,
			run: () => editor.chain().focus().toggleOrderedList().run()
		},
		{
			name: 'taskList',
			words: 'Tick list',
			icon: ListChecks,
			run: () => editor.chain().focus().toggleTaskList().run()
		}
	];
}
