// The library alone with the same text: what `./red-thread bench paint` measures our editor beside.
import { Editor } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';

window.begin = (content) =>
	new Editor({ element: document.getElementById('page'), extensions: [StarterKit], content });
