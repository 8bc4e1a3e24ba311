/** Select all takes the answer first, then the page: so that one key does not empty a whole page. */
import { Extension } from '@tiptap/core';
import { TextSelection } from '@tiptap/pm/state';

export const SelectAll = Extension.create({
	name: 'selectAnswerFirst',
	priority: 1000,
	addKeyboardShortcuts() {
		return {
			'Mod-a': ({ editor }) => {
				const { $from, from, to } = editor.state.selection;
				for (let depth = $from.depth; depth > 0; depth--) {
					if (!['space', 'kept', 'tableCell', 'tableHeader'].includes($from.node(depth).type.name)) continue;
					const [start, end] = [$from.start(depth), $from.end(depth)];
					const inside = TextSelection.between(
						editor.state.doc.resolve(start),
						editor.state.doc.resolve(end)
					);
					if (from <= inside.from && to >= inside.to) continue;
					editor.view.dispatch(editor.state.tr.setSelection(inside));
					return true;
				}
				return false;
			}
		};
	}
});
