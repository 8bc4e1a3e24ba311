/** Sends what is typed after a short pause, one save after another, never two at once. */
export class SaveLoop {
	/** Something is typed that has not been sent. */
	dirty = false;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#flying: Promise<void> | null = null;

	constructor(
		readonly pause: number,
		/** Sends all there is; sets `dirty` again if it could not. */
		readonly send: () => Promise<void>
	) {}

	typed() {
		this.dirty = true;
		this.soon(this.pause);
	}

	/** Saves in so many milliseconds. */
	soon(pause: number) {
		clearTimeout(this.#timer);
		this.#timer = setTimeout(() => void this.now(), pause);
	}

	async now(): Promise<void> {
		clearTimeout(this.#timer);
		await this.settled();
		if (!this.dirty) return;
		this.dirty = false;
		this.#flying = this.send().finally(() => (this.#flying = null));
		await this.#flying;
	}

	/** Waits for the save that is under way, if any. */
	async settled(): Promise<void> {
		if (this.#flying) await this.#flying;
	}
}
