/**
 * A line on which the server says that something is new.
 *
 * What is shown is compared with what is there (`open`) whenever something may have been missed: on every connect, when
 * the network is back, when the window is seen again, and after whatever was asked for in vain, until it is right. A line
 * that closed for good (a proxy's 502 closes it) is opened again.
 */
import { patience } from './patience';

/** An answer has come for which a kept one had stood: what is shown may be older than that. */
export const LATE_ANSWER = 'red-thread-late';

type Told = Record<string, (data: string) => unknown>;

export class Live {
	#events: EventSource | null = null;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#looking: ReturnType<typeof setTimeout> | undefined;
	#failed = 0;
	#closed = 0;
	#ended = false;

	constructor(
		readonly address: string,
		/** By the name of the event; `open`: asks for all there is. One that gives a promise which fails is asked again. */
		readonly told: Told
	) {
		this.#open();
		window.addEventListener('online', this.#look);
		window.addEventListener(LATE_ANSWER, this.#look);
		document.addEventListener('visibilitychange', this.#seen);
	}

	#open() {
		const events = new EventSource(this.address);
		this.#events = events;
		events.addEventListener('open', () => {
			this.#closed = 0;
			this.#look();
		});
		for (const [name, run] of Object.entries(this.told)) {
			if (name === 'open') continue;
			events.addEventListener(name, (event) => void this.#run(run, (event as MessageEvent<string>).data));
		}
		events.addEventListener('error', () => {
			if (events.readyState !== EventSource.CLOSED) return;
			this.#timer = setTimeout(() => this.#open(), patience(this.#closed++));
		});
	}

	#look = () => {
		if (this.told.open) void this.#run(this.told.open, '');
	};

	#seen = () => {
		if (document.visibilityState === 'visible') this.#look();
	};

	async #run(run: (data: string) => unknown, data: string) {
		try {
			await run(data);
			this.#failed = 0;
		} catch {
			clearTimeout(this.#looking);
			if (!this.#ended) this.#looking = setTimeout(this.#look, patience(this.#failed++));
		}
	}

	close() {
		this.#ended = true;
		clearTimeout(this.#timer);
		clearTimeout(this.#looking);
		window.removeEventListener('online', this.#look);
		window.removeEventListener(LATE_ANSWER, this.#look);
		document.removeEventListener('visibilitychange', this.#seen);
		this.#events?.close();
	}
}
