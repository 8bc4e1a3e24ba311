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
afterEach(() => {
	live.close();
	vi.useRealTimers();
});

it('tells what comes, and compares what is shown with what is there on every connect', () => {
	const [line] = Line.opened;
	line?.happens('open');
	line?.happens('news', 'one');
	line?.happens('open'); // the browser connected again by itself
	expect(heard).toEqual(['missed', 'one', 'missed']);
});

it('looks again when the network is back and when the window is seen again', () => {
	window.dispatchEvent(new Event('online'));
	document.dispatchEvent(new Event('visibilitychange'));
	expect(heard).toEqual(['missed', 'missed']);
	live.close();
	window.dispatchEvent(new Event('online'));
	expect(heard).toHaveLength(2);
});

it('asks again for what was asked for in vain, until it is right', async () => {
	let unwell = 3;
	let right = 0;
	const asking = new Live('/events', {
		open: () => (unwell-- > 0 ? Promise.reject(new Error('503')) : Promise.resolve(right++)),
		news: () => Promise.reject(new Error('503'))
	});
	Line.opened[1]?.happens('news');
	await vi.advanceTimersByTimeAsync(60_000);
	expect([unwell, right]).toEqual([-1, 1]);
	asking.close();
});

it('is opened again when it closed for good, and asks for what was missed', () => {
	Line.opened[0]?.happens('open');
	Line.opened[0]?.close();
	Line.opened[0]?.happens('error');
	vi.advanceTimersByTime(3000);
	Line.opened[1]?.happens('open');
	expect(heard).toEqual(['missed', 'missed']);
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
