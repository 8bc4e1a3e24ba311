/** All kinds of node and mark of a page, as the editor knows them. A new kind of block is one more line here. */
import { Extension, type Extensions } from '@tiptap/core';
import { Code } from '@tiptap/extension-code';
import { CodeBlock } from '@tiptap/extension-code-block';
import Highlight from '@tiptap/extension-highlight';
import { Link } from '@tiptap/extension-link';
import { ListItem, TaskItem, TaskList } from '@tiptap/extension-list';
import Subscript from '@tiptap/extension-subscript';
import Superscript from '@tiptap/extension-superscript';
import { Table, TableCell, TableHeader, TableRow } from '@tiptap/extension-table';
import { Color, TextStyle } from '@tiptap/extension-text-style';
import { UniqueID } from '@tiptap/extension-unique-id';
import StarterKit from '@tiptap/starter-kit';
import { against } from './against';
import { Align } from './align';
import { find } from './find';
import { BLOCK_KINDS } from './kinds';
import { knots } from './knots';
import { margin } from './margin';
import { Callout } from './nodes/callout';
import { Formula } from './nodes/formula';
import { Gap } from './nodes/gap';
import { Kept } from './nodes/kept';
import { Picture } from './nodes/picture';
import { Recording } from './nodes/recording';
import { OptionNode } from './nodes/option';
import { Space } from './nodes/space';
import { EveryAttribute } from './every-attribute';
import { slash } from './slash';
import { SelectAll } from './select-all';
import { onlySpaces } from './only-spaces';
import { newId, type Surroundings } from './types';

const OUTWARDS = { target: '_blank', rel: 'noopener noreferrer nofollow' };

export function pageExtensions(surroundings: Surroundings): Extensions {
	return [
		StarterKit.configure({
			heading: { levels: [2, 3, 4] },
			link: false,
			code: false,
			codeBlock: false,
			listItem: false,
			trailingNode: false
		}),
		// Whatever a page says of its links, they never take the reader's own tab elsewhere.
		Link.extend({
			renderHTML: ({ HTMLAttributes }) => ['a', { ...HTMLAttributes, ...OUTWARDS }, 0]
		}).configure({ openOnClick: surroundings.hand === 'reader', protocols: ['http', 'https', 'mailto'] }),
		Code.extend({ excludes: '' }),
		CodeBlock.extend({ marks: '_' }),
		SelectAll,
		Highlight.configure({ multicolor: true }),
		Subscript,
		Superscript,
		TextStyle,
		Color,
		Picture,
		Recording,
		ListItem.extend({ content: 'block+' }),
		TaskList,
		// A reader may see ticks and set none; the default lets a click through.
		TaskItem.extend({ content: 'block+' }).configure({
			a11y: { checkboxLabel: (node) => `Tick: ${node.textContent}` },
			onReadOnlyChecked: () => false
		}),
		Table.configure({ resizable: false, renderWrapper: true }),
		TableRow,
		TableHeader,
		TableCell,
		Callout,
		Formula,
		Space.configure({ surroundings }),
		OptionNode.configure({ surroundings }),
		Gap.configure({ surroundings }),
		Kept.configure({ surroundings }),
		EveryAttribute,
		Align,
		...(surroundings.hand === 'reader' ? [] : [slash(surroundings)]),
		UniqueID.configure({ types: BLOCK_KINDS, attributeName: 'id', generateID: newId }),
		Extension.create({ name: 'margin', addProseMirrorPlugins: () => [margin()] }),
		Extension.create({ name: 'find', addProseMirrorPlugins: () => [find()] }),
		Extension.create({ name: 'knots', addProseMirrorPlugins: () => [knots()] }),
		...(surroundings.against
			? [Extension.create({ name: 'against', addProseMirrorPlugins: () => [against(surroundings.against!)] })]
			: []),
		...(surroundings.onlySpaces && surroundings.hand === 'student'
			? [Extension.create({ name: 'onlySpaces', addProseMirrorPlugins: () => [onlySpaces()] })]
			: [])
	];
}
