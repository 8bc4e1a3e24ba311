import { Editor } from '@tiptap/core';
import { NodeSelection } from '@tiptap/pm/state';
import { expect, it } from 'vitest';
import { restInText } from './caret';
import { pageExtensions } from './extensions';

const words = { type: 'paragraph', attrs: { id: 'b' }, content: [{ type: 'text', text: 'Ebb' }] };
const picture = { type: 'image', attrs: { id: 'a', src: '9f'.repeat(20), alt: '' } };

function opened(content: object[]) {
	const editor = new Editor({
		extensions: pageExtensions({
			hand: 'teacher',
			onlySpaces: false,
			addFile: async () => null,
			teacherName: ''
		}),
		content: { type: 'doc', content }
	});
	restInText(editor);
	return editor;
}

it('rests in the words of a page that begins with a picture', () => {
	const { state } = opened([picture, words]);
	expect(state.selection).not.toBeInstanceOf(NodeSelection);
	expect(state.selection.$from.parent.textContent).toBe('Ebb');
});

it('leaves a page of pictures alone as it is', () => {
	expect(opened([picture]).state.doc.childCount).toBeGreaterThan(0);
});
