/** Finding with no network: in the pages that are kept on this device, by what their words begin with or hold. */
import type { Schemas } from '../../api/client';
import { kept } from '../../api/kept';
import type { PageNode } from '../../editor';
import { wordsOf } from '../../editor/words-of';

type Found = Schemas['FoundCopyOut'];
type Stretch = Schemas['StretchOut'];
type Line = Pick<Schemas['NotebookPageOut'], 'id' | 'title' | 'put_away'> & { section: string };
type Kept = Pick<Schemas['OpenPageOut'], 'document' | 'edition'>;

/** How much is shown before and behind what was sought, in letters. */
const AROUND = 40;

/** As words are compared: without accents, in small letters. */
const folded = (words: string) => words.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

export const wordsIn = (sought: string) => folded(sought).match(/[\p{L}\p{N}]+/gu) ?? [];

/** The pages on which all of the words stand. `searched`: how many pages could be looked through. */
export async function findKept(pages: Line[], sought: string): Promise<{ pages: Found[]; searched: number }> {
	const words = wordsIn(sought);
	const pagesFound: Found[] = [];
	let searched = 0;
	for (const page of pages) {
		const body = await kept(`/api/copies/${page.id}`).catch(() => undefined);
		if (body !== undefined) searched += 1;
		const match = matchOn(page, body === undefined ? null : (JSON.parse(body) as Kept), words);
		if (match) pagesFound.push(match);
	}
	return { pages: pagesFound, searched };
}

/** What of a page was sought, or null. A page that is not kept is found by its title. */
export function matchOn(page: Line, body: Kept | null, words: string[]): Found | null {
	const linesOf = (document: unknown) => [...wordsOf(document as PageNode, ' ').values()];
	const lines = body ? linesOf(body.document) : [];
	const given = new Set(body?.edition ? linesOf(body.edition) : []);
	const all = folded([page.title, ...lines].join('\n'));
	if (!words.length || !words.every((word) => all.includes(word))) return null;
	const stretch = (some: string[]) => {
		const line = some.find((one) => words.some((word) => folded(one).includes(word)));
		return line === undefined ? [] : parted(line, words);
	};
	return {
		copy_id: page.id,
		title: page.title,
		section: page.section,
		put_away: page.put_away,
		own: stretch(lines.filter((line) => !given.has(line))),
		teachers: stretch(lines.filter((line) => given.has(line)))
	};
}

/** A line around the first of the words in it. Accents that are letters of their own may move the mark by as many. */
function parted(line: string, words: string[]): Stretch[] {
	const small = folded(line);
	const places = words.map((word) => [small.indexOf(word), word.length] as const).filter(([at]) => at >= 0);
	const [at, length] = places.sort(([here], [there]) => here - there)[0]!;
	const from = Math.max(0, at - AROUND);
	return [
		{ words: (from ? '… ' : '') + line.slice(from, at), sought: false },
		{ words: line.slice(at, at + length), sought: true },
		{ words: line.slice(at + length, at + length + AROUND), sought: false }
	].filter((one) => one.words);
}
