import { expect, it } from 'vitest';
import { ownVoice } from './reading-aloud.svelte';
import { partsOf, sentencesOf } from './sentences';

it.each([
	['The moon pulls. The sea rises!', ['The moon pulls.', 'The sea rises!']],
	['One', ['One']],
	['… —', []],
	['Wait … then go.', ['Wait … then go.']]
])('parts “%s”', (words, sentences) =>
	expect(partsOf(words).map(([from, to]) => words.slice(from, to))).toEqual(sentences)
);

it('reads a page block by block, through its marks, each once', () => {
	document.body.innerHTML =
		'<div id="page"><p>The <b>moon</b> pulls. It turns.</p><ul><li><p>One</p></li></ul>' +
		'<div class="space-prompt">Why?</div><div><p>Because</p></div></div>';
	const sentences = sentencesOf(document.querySelector<HTMLElement>('#page')!);
	const words = ['The moon pulls.', 'It turns.', 'One', 'Why?', 'Because'];
	expect(sentences.map((one) => one.words)).toEqual(words);
	expect(sentences.map((one) => one.range.toString())).toEqual(words);
});

const voice = (lang: string, localService: boolean) =>
	({ lang, localService, default: false }) as SpeechSynthesisVoice;

it.each([
	['en-GB', ['en-US', 'en-GB', 'de-DE'], [], 'en-GB'],
	['en-GB', ['de-DE', 'en_US'], [], 'en_US'],
	['fr', ['de-DE'], ['fr-FR'], 'de-DE'],
	['en', [], ['en-US'], undefined]
])('takes a voice of the device for %s', (language, own, others, wanted) => {
	const voices = [...others.map((one) => voice(one, false)), ...own.map((one) => voice(one, true))];
	expect(ownVoice(voices, language)?.lang).toBe(wanted);
});
