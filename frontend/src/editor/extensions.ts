/** All kinds of node and mark of a page, as the editor knows them. A new kind of block is one more line here. */
import { Extension, textblockTypeInputRule, type Extensions } from '@tiptap/core';
import { Blockquote } from '@tiptap/extension-blockquote';
import { Bold } from '@tiptap/extension-bold';
import { Code } from '@tiptap/extension-code';
import { CodeBlock } from '@tiptap/extension-code-block';
import { Document } from '@tiptap/extension-document';
import { HardBreak } from '@tiptap/extension-hard-break';
import { Heading, type Level } from '@tiptap/extension-heading';
import Highlight from '@tiptap/extension-highlight';
import { HorizontalRule } from '@tiptap/extension-horizontal-rule';
import { Italic } from '@tiptap/extension-italic';
import { BulletList, ListItem, ListKeymap, OrderedList, TaskItem, TaskList } from '@tiptap/extension-list';
import { Paragraph } from '@tiptap/extension-paragraph';
import { Strike } from '@tiptap/extension-strike';
import Subscript from '@tiptap/extension-subscript';
import Superscript from '@tiptap/extension-superscript';
import { UniqueID } from '@tiptap/extension-unique-id';
import { Text } from '@tiptap/extension-text';
import { Underline } from '@tiptap/extension-underline';
import { Dropcursor, Gapcursor, UndoRedo } from '@tiptap/extensions';
import { against } from './against';
import { Align } from './align';
import { Coloured } from './coloured';
import { BLOCK_KINDS } from './kinds';
import { goOnBelow } from './go-on-below';
import { knots } from './knots';
import { Link } from './link';
import { margin } from './margin';
import { Callout } from './nodes/callout';
import { Term } from './nodes/term';
import { Formula } from './nodes/formula';
import { Gap } from './nodes/gap';
import { Kept } from './nodes/kept';
import { Picture } from './nodes/picture';
import { Recording } from './nodes/recording';
import { OptionNode } from './nodes/option';
import { Space } from './nodes/space';
import { Table, TableCell, TableHeader, TableRow } from './nodes/table';
import { EveryAttribute } from './every-attribute';
import { slash, tables } from './parts-later';
import { savable } from './savable';
import { SelectAll } from './select-all';
import { MoveBlock } from './move-block';
import { onlySpaces } from './only-spaces';
import { newId, type Surroundings } from './types';

const LEVELS: Level[] = [2, 3, 4];

export function pageExtensions(surroundings: Surroundings): Extensions {
	return [
		Document,
		Paragraph,
		Text,
		// One sign begins the largest heading of a page: the title is above all of them.
		Heading.extend({
			addInputRules() {
				const { type } = this;
				return LEVELS.map((level) =>
					textblockTypeInputRule({
						find: new RegExp(`^#{${level - 1}}\\s$`),
						type,
						getAttributes: { level }
					})
				);
			}
		}).configure({ levels: LEVELS }),
		HardBreak,
		Blockquote,
		HorizontalRule,
		BulletList,
		OrderedList,
		ListKeymap,
		Bold,
		Italic,
		Strike,
		Underline,
		Dropcursor,
		Gapcursor,
		UndoRedo,
		Link.configure({ surroundings }),
		Code.extend({ excludes: '' }),
		CodeBlock.extend({ marks: '_' }),
		SelectAll,
		MoveBlock,
		Highlight.configure({ multicolor: true }),
		Subscript,
		Superscript,
		Coloured,
		Picture,
		Recording,
		ListItem.extend({ content: 'block+' }),
		TaskList,
		// A reader may see ticks and set none; the default lets a click through.
		TaskItem.extend({ content: 'block+' }).configure({
			a11y: { checkboxLabel: (node) => `Tick: ${node.textContent}` },
			onReadOnlyChecked: () => false
		}),
		Table,
		TableRow,
		TableHeader,
		TableCell,
		Callout,
		Term,
		Formula,
		Space.configure({ surroundings }),
		OptionNode.configure({ surroundings }),
		Gap.configure({ surroundings }),
		Kept.configure({ surroundings }),
		EveryAttribute,
		goOnBelow(surroundings),
		Align,
		...(surroundings.hand === 'reader' ? [] : [tables, slash(surroundings)]),
		UniqueID.configure({ types: BLOCK_KINDS, attributeName: 'id', generateID: newId }),
		Extension.create({ name: 'savable', addProseMirrorPlugins: () => [savable()] }),
		Extension.create({ name: 'margin', addProseMirrorPlugins: () => [margin()] }),
		Extension.create({ name: 'knots', addProseMirrorPlugins: () => [knots()] }),
		...(surroundings.against
			? [Extension.create({ name: 'against', addProseMirrorPlugins: () => [against(surroundings.against!)] })]
			: []),
		...(surroundings.onlySpaces && surroundings.hand === 'student'
			? [Extension.create({ name: 'onlySpaces', addProseMirrorPlugins: () => [onlySpaces()] })]
			: [])
	];
}
