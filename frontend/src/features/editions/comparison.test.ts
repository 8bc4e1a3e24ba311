import { Schema } from '@tiptap/pm/model';
import { EditorState } from '@tiptap/pm/state';
import type { DecorationSet } from '@tiptap/pm/view';
import { describe, expect, it } from 'vitest';
import { against } from '../../editor/against';
import { wordsOf } from '../../editor/words-of';
import type { PageNode } from '../../editor';

const page: PageNode = {
	type: 'doc',
	content: [
		{ type: 'heading', attrs: { id: 'h' }, content: [{ type: 'text', text: 'Tides' }] },
		{
			type: 'callout',
			attrs: { id: 'c' },
			content: [
				{
					type: 'paragraph',
					attrs: { id: 'p' },
					content: [
						{ type: 'text', text: 'High at ' },
						{ type: 'gap', attrs: { id: 'g' } },
						{ type: 'text', text: '.' }
					]
				}
			]
		}
	]
};

describe('the words of a page', () => {
	it('are found by block, however deep', () =>
		expect([...wordsOf(page)]).toEqual([
			['h', 'Tides'],
			['p', 'High at .']
		]));
	it('keep a place for what is no text', () => expect(wordsOf(page, '_').get('p')).toBe('High at _.'));
	it('of no page are none', () => expect(wordsOf(undefined).size).toBe(0));
});

describe('two states in one page', () => {
	const schema = new Schema({
		nodes: {
			doc: { content: 'paragraph+' },
			paragraph: { group: 'block', content: 'text*', attrs: { id: { default: '' } }, toDOM: () => ['p', 0] },
			text: {}
		}
	});
	const state = (words: Record<string, string>): PageNode => ({
		type: 'doc',
		content: Object.entries(words).map(([id, text]) => ({
			type: 'paragraph',
			attrs: { id },
			content: [{ type: 'text', text }]
		}))
	});

	/** What is drawn over the later state: each decoration's place and its words, if it brings any. */
	function drawn(before: Record<string, string>, after: Record<string, string>): [number, string][] {
		const doc = schema.nodeFromJSON(state(after));
		const plugin = against({ page: state(before), struck: true });
		const found = plugin.props.decorations!.call(plugin, EditorState.create({ doc })) as DecorationSet;
		return found.find().map((one) => {
			const make = (one as unknown as { type: { toDOM?: () => HTMLElement } }).type.toDOM;
			return [one.from, make?.().textContent?.trim() ?? ''];
		});
	}

	it('shows what is gone behind what it stood behind', () =>
		expect(drawn({ a: 'One', b: 'Two', c: 'Three', d: 'Four' }, { a: 'One', d: 'Four' })).toEqual([
			[5, 'Two'],
			[5, 'Three']
		]));
	it('shows at the top what was first', () =>
		expect(drawn({ b: 'Two', a: 'One' }, { a: 'One' })).toEqual([[0, 'Two']]));
	it('shows both wordings of what changed', () =>
		expect(drawn({ a: 'One crab' }, { a: 'Two crabs' })).toEqual(expect.arrayContaining([[1, 'One crab']])));
	it('shows nothing where nothing differs', () => expect(drawn({ a: 'One' }, { a: 'One' })).toEqual([]));
});
