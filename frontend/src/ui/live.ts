/**
 * A line on which the server says that something is new.
 *
 * Whatever was missed while the line was cut is asked for on every connect, and a line that closed for good (a proxy's
 * 502 closes it) is opened again.
 */
const AGAIN = 3000;

export class Live {
	#events: EventSource | null = null;
	#timer: ReturnType<typeof setTimeout> | undefined;

	constructor(
		readonly address: string,
		/** By the name of the event; `open` on every connect but the first. */
		readonly told: Record<string, (data: string) => void>
	) {
		this.#open(false);
	}

	#open(again: boolean) {
		const events = new EventSource(this.address);
		this.#events = events;
		let connected = again;
		events.addEventListener('open', () => {
			if (connected) this.told.open?.('');
			connected = true;
		});
		for (const [name, run] of Object.entries(this.told)) {
			if (name !== 'open')
				events.addEventListener(name, (event) => run((event as MessageEvent<string>).data));
		}
		events.addEventListener('error', () => {
			if (events.readyState !== EventSource.CLOSED) return;
			this.#timer = setTimeout(() => this.#open(true), AGAIN);
		});
	}

	close() {
		clearTimeout(this.#timer);
		this.#events?.close();
	}
}
