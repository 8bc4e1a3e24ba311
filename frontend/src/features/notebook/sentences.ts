/** The sentences of a page as they stand on the screen, in reading order. */

/** What holds words and nothing that holds words of its own; questions stand beside the places to answer. */
const TEXT = 'p, h1, h2, h3, h4, h5, h6, pre, .space-prompt';

export interface Sentence {
	words: string;
	/** Where it stands. */
	range: Range;
}

export function sentencesOf(page: HTMLElement): Sentence[] {
	return [...page.querySelectorAll<HTMLElement>(TEXT)]
		.filter((block) => !block.querySelector(TEXT))
		.flatMap(sentencesIn);
}

function sentencesIn(block: HTMLElement): Sentence[] {
	const texts = textsOf(block);
	const whole = texts.map((text) => text.data).join('');
	return partsOf(whole).map(([from, to]) => {
		const range = new Range();
		range.setStart(...placeAt(texts, from));
		range.setEnd(...placeAt(texts, to));
		return { words: whole.slice(from, to).trim(), range };
	});
}

function textsOf(block: HTMLElement): Text[] {
	const walker = document.createTreeWalker(block, NodeFilter.SHOW_TEXT);
	const texts: Text[] = [];
	while (walker.nextNode()) texts.push(walker.currentNode as Text);
	return texts;
}

/** Where sentences begin and end; what is no word is left out. A browser that knows no sentences takes it whole. */
export function partsOf(words: string): [number, number][] {
	const parts = Intl.Segmenter
		? [...new Intl.Segmenter(undefined, { granularity: 'sentence' }).segment(words)]
		: [{ index: 0, segment: words }];
	return parts
		.filter(({ segment }) => /[\p{L}\p{N}]/u.test(segment))
		.map(({ index, segment }) => [index, index + segment.trimEnd().length]);
}

function placeAt(texts: Text[], at: number): [Text, number] {
	let before = 0;
	for (const text of texts) {
		if (at <= before + text.length) return [text, at - before];
		before += text.length;
	}
	const last = texts.at(-1)!;
	return [last, last.length];
}
