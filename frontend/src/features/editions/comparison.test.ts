import { describe, expect, it } from 'vitest';
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
