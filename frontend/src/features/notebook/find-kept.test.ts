import { expect, it } from 'vitest';
import { matchOn, wordsIn } from './find-kept';

const page = (...lines: string[]) => ({
	type: 'doc',
	content: lines.map((text, k) => ({
		type: 'paragraph',
		attrs: { id: `b${k}` },
		content: [{ type: 'text', text }]
	}))
});
const LINE = { id: 7, title: 'Tides', put_away: false, section: 'The sea' };
const find = (sought: string, document: unknown, edition: unknown = null, line = LINE) =>
	matchOn(line, { document, edition } as never, wordsIn(sought));
const marked = (stretches: { words: string; sought: boolean }[]) =>
	stretches.map((one) => (one.sought ? `*${one.words}*` : one.words)).join('');

it.each([
	['moon', 'The *moon* pulls.', 'My uncle saw the *moon*.'],
	['UNCLE', '', 'My *uncle* saw the moon.'],
	['pulls uncle', 'The moon *pulls*.', 'My *uncle* saw the moon.'],
	['tides', '', '']
])('tells whose words they are: %s', (sought, teachers, own) => {
	const match = find(sought, page('The moon pulls.', 'My uncle saw the moon.'), page('The moon pulls.'));
	expect(match && [marked(match.teachers), marked(match.own)]).toEqual([teachers, own]);
});

it.each(['crab', 'moon crab', '', '"*', '()'])('finds nothing where not all of it stands: “%s”', (sought) =>
	expect(find(sought, page('The moon pulls.'))).toBeNull()
);

it('finds without accents, and a page that is not kept by its title', () => {
	expect(marked(find('marée', page('La maree monte.'))!.own)).toBe('La *maree* monte.');
	expect(matchOn({ ...LINE, title: 'Marées' }, null, wordsIn('maree'))?.own).toEqual([]);
});

it('shows some words around what stands far behind', () => {
	const own = marked(find('moon', page(`${'tide '.repeat(30)}moon`))!.own);
	expect(own).toMatch(/^… (e )?(tide ){7,8}\*moon\*$/);
});
