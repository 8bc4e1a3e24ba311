/** Typing `/` offers what can be put in; what is typed behind it narrows that. */
import type { Editor, Range } from '@tiptap/core';
import { Suggestion, type SuggestionProps } from '@tiptap/suggestion';
import { inserts, lists, shapes, type Choice } from './commands';
import { SlashList } from './slash-list';
import { listen } from './listen';
import { tablingAtHand } from './parts-later';
import { moveDown, moveUp } from './move-block';
import type { Surroundings } from './types';

export function slash(editor: Editor, surroundings: Surroundings) {
	return Suggestion<Choice, Choice>({
		editor,
		char: '/',
		allow: ({ editor }) => !editor.isActive('codeBlock') && !editor.isActive('formula'),
		items: ({ query, editor }) => narrowed(offered(editor, surroundings), query),
		command: ({ editor, range, props }) => put(editor, range, props),
		render: listed
	});
}

function offered(editor: Editor, surroundings: Surroundings): Choice[] {
	const plain = surroundings.onlySpaces && surroundings.hand === 'student';
	if (plain) return lists(editor);
	// By key there is no other way to them: in a table the tab key goes from cell to cell.
	const table = editor.isActive('table') ? (tablingAtHand()?.tableChoices(editor) ?? []) : [];
	return [...table, ...inserts(editor, surroundings), ...shapes(editor), ...lists(editor), ...moves(editor)];
}

function moves(editor: Editor): Choice[] {
	const choice = (words: string, move: typeof moveUp) => ({
		words,
		run: () => void move(editor.state, editor.view.dispatch)
	});
	return [choice('Move this block up', moveUp), choice('Move this block down', moveDown)];
}

/** Those with a word that begins so come first, then those that have it within. */
export function narrowed<T extends { words: string }>(choices: T[], query: string): T[] {
	const sought = query.trim().toLowerCase();
	const begins = ({ words }: T) =>
		words
			.toLowerCase()
			.split(' ')
			.some((word) => word.startsWith(sought));
	const has = ({ words }: T) => words.toLowerCase().includes(sought);
	return [...choices.filter(begins), ...choices.filter((one) => !begins(one) && has(one))];
}

function put(editor: Editor, range: Range, choice: Choice) {
	editor.chain().focus().deleteRange(range).run();
	choice.run();
}

function listed() {
	let list: SlashList<Choice> | null = null;
	let end = () => {};
	const close = () => {
		list?.close();
		list = null;
	};
	const show = (props: SuggestionProps<Choice, Choice>) =>
		list?.show(props.items, props.clientRect?.() ?? null, (choice) => props.command(choice));
	return {
		onStart(props: SuggestionProps<Choice, Choice>) {
			list = new SlashList();
			end = listen(props.editor, ['blur'], close);
			show(props);
		},
		onUpdate: show,
		onKeyDown: ({ event }: { event: KeyboardEvent }) => {
			if (event.key === 'Escape' && list) {
				close();
				return true;
			}
			return list?.press(event.key) ?? false;
		},
		onExit() {
			end();
			close();
		}
	};
}
