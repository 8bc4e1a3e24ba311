import { describe, expect, it } from 'vitest';
import { teachersPart, tidy } from './tidy';
import type { PageNode } from './types';

const paragraph = (id: string, text: string): PageNode => ({
	type: 'paragraph',
	attrs: { id },
	content: [{ type: 'text', text }]
});

describe('tidy', () => {
	it('takes out what only the editor adds', () => {
		const cell = {
			type: 'tableCell',
			attrs: { id: 'c', colspan: 1, rowspan: 1, colwidth: null },
			content: []
		};
		expect(tidy(cell)).toEqual({ type: 'tableCell', attrs: { id: 'c' } });
	});
	it('keeps what the teacher set', () => {
		const list = { type: 'orderedList', attrs: { id: 'l', start: 3, type: null }, content: [] };
		expect(tidy(list).attrs).toEqual({ id: 'l', start: 3 });
	});
	it('tidies marks', () => {
		const text = {
			type: 'text',
			text: 'x',
			marks: [{ type: 'link', attrs: { href: '#', target: null } }, { type: 'bold' }]
		};
		expect(tidy(text).marks).toEqual([{ type: 'link', attrs: { href: '#' } }, { type: 'bold' }]);
	});
});

describe('the part that is the teacher’s', () => {
	const page = (answer: string, checked: boolean): PageNode => ({
		type: 'doc',
		content: [
			paragraph('a', 'Read this.'),
			{ type: 'space', attrs: { id: 'q', prompt: 'Why?' }, content: [paragraph('q.p', answer)] },
			{ type: 'taskItem', attrs: { id: 't', checked }, content: [paragraph('t.p', 'Boots')] }
		]
	});
	it('is the same whatever is answered or ticked', () =>
		expect(teachersPart(page('', false))).toEqual(teachersPart(page('Because.', true))));
	it('differs when words outside a space change', () => {
		const other = page('', false);
		other.content![0] = paragraph('a', 'Read that.');
		expect(teachersPart(other)).not.toEqual(teachersPart(page('', false)));
	});
});
