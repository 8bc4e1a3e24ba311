/**
 * A page read aloud, sentence by sentence, each marked while it is heard.
 *
 * Only by a voice of the device's own: others send the words away. What is read stands on the page as it is now; who
 * goes on writing meanwhile hears the sentences as they were when the reading began.
 */
import { sentencesOf, type Sentence } from './sentences';

const MARK = 'read-aloud';
/** Milliseconds. */
const LOOK_AGAIN = 100;

/** The voice that speaks the language best, of those that keep the words on the device. */
export function ownVoice(voices: SpeechSynthesisVoice[], language: string): SpeechSynthesisVoice | null {
	const own = voices.filter((voice) => voice.localService);
	const [tongue] = language.toLowerCase().split('-');
	const speaks = (voice: SpeechSynthesisVoice) => voice.lang.toLowerCase().replace('_', '-');
	return (
		own.find((voice) => speaks(voice) === language.toLowerCase()) ??
		own.find((voice) => speaks(voice).split('-')[0] === tongue) ??
		own.find((voice) => voice.default) ??
		own[0] ??
		null
	);
}

export class ReadingAloud {
	state = $state<'still' | 'reading' | 'paused' | 'no voice'>('still');
	#sentences: Sentence[] = [];
	#at = 0;
	/** Counted up whenever what is being said is not wanted any more: its end leads nowhere then. */
	#turn = 0;

	constructor(
		readonly page: () => HTMLElement | null,
		readonly language: string
	) {}

	async begin() {
		this.stop();
		const turn = this.#turn;
		this.state = 'reading';
		const [page, voice] = [await this.#shown(turn), await this.#voice()];
		if (turn !== this.#turn) return; // stopped, or begun anew, meanwhile
		if (!voice) {
			this.state = 'no voice';
			return;
		}
		this.#sentences = page ? sentencesOf(page) : [];
		this.#at = 0;
		this.#say(voice);
	}

	/** The page; on a slow machine its head, and what is pressed there, is ready before its words are. */
	async #shown(turn: number): Promise<HTMLElement | null> {
		for (let page = this.page(); turn === this.#turn; page = this.page()) {
			if (page) return page;
			await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN));
		}
		return null;
	}

	async #voice(): Promise<SpeechSynthesisVoice | null> {
		if (!('speechSynthesis' in window)) return null;
		// Browsers look for the voices of the device when they are first asked.
		if (!speechSynthesis.getVoices().length)
			await new Promise((resolve) => {
				speechSynthesis.addEventListener('voiceschanged', resolve, { once: true });
				setTimeout(resolve, 1500);
			});
		return ownVoice(speechSynthesis.getVoices(), this.language);
	}

	#say(voice: SpeechSynthesisVoice) {
		const sentence = this.#sentences[this.#at];
		const turn = ++this.#turn;
		if (!sentence) return this.stop();
		this.#mark(sentence);
		const utterance = new SpeechSynthesisUtterance(sentence.words);
		utterance.voice = voice;
		utterance.lang = voice.lang;
		utterance.onend = utterance.onerror = () => {
			if (turn !== this.#turn) return;
			this.#at += 1;
			this.#say(voice);
		};
		speechSynthesis.speak(utterance);
	}

	#mark({ range }: Sentence) {
		if ('highlights' in CSS) CSS.highlights.set(MARK, new Highlight(range));
		range.startContainer.parentElement?.scrollIntoView({ block: 'nearest' });
	}

	pause() {
		speechSynthesis.pause();
		this.state = 'paused';
	}

	goOn() {
		speechSynthesis.resume();
		this.state = 'reading';
	}

	stop() {
		this.#turn += 1;
		if ('speechSynthesis' in window) speechSynthesis.cancel();
		if ('highlights' in CSS) CSS.highlights.delete(MARK);
		this.state = 'still';
	}
}
