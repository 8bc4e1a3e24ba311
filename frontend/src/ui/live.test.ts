import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Live } from './live';

/** A line of the browser's, as far as it is used: what happens on it is made to happen. */
class Line extends EventTarget {
	static readonly CLOSED = 2;
	static opened: Line[] = [];
	readyState = 1;
	constructor(readonly address: string) {
		super();
		Line.opened.push(this);
	}
	happens(name: string, data = '') {
		this.dispatchEvent(Object.assign(new Event(name), { data }));
	}
	close() {
		this.readyState = Line.CLOSED;
	}
}

const heard: string[] = [];
let live: Live;

beforeEach(() => {
	vi.useFakeTimers();
	vi.stubGlobal('EventSource', Line);
	Line.opened = [];
	heard.length = 0;
	live = new Live('/events', {
		open: () => heard.push('missed'),
		news: (data) => heard.push(data)
	});
});
afterEach(() => vi.useRealTimers());

it('tells what comes, and asks for what was missed on every connect but the first', () => {
	const [line] = Line.opened;
	line?.happens('open');
	line?.happens('news', 'one');
	line?.happens('open'); // the browser connected again by itself
	expect(heard).toEqual(['one', 'missed']);
});

it('is opened again when it closed for good, and asks for what was missed', () => {
	Line.opened[0]?.happens('open');
	Line.opened[0]?.close();
	Line.opened[0]?.happens('error');
	vi.advanceTimersByTime(3000);
	Line.opened[1]?.happens('open');
	expect(heard).toEqual(['missed']);
	expect(Line.opened.map((line) => line.address)).toEqual(['/events', '/events']);
});

it('leaves a line that connects again by itself to do so', () => {
	Line.opened[0]?.happens('error');
	vi.advanceTimersByTime(10_000);
	expect(Line.opened).toHaveLength(1);
});

it('is not opened again after it was ended', () => {
	Line.opened[0]?.close();
	Line.opened[0]?.happens('error');
	live.close();
	vi.advanceTimersByTime(10_000);
	expect(Line.opened).toHaveLength(1);
});
