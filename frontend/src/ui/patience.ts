/** How long to wait before trying again: longer each time, and not everybody at once. */
const SHORTEST = 1000;
const LONGEST = 30_000;

/** In milliseconds; `failed`: how often it has failed so far. */
export function patience(failed: number): number {
	const pause = Math.min(SHORTEST * 2 ** Math.min(failed, 10), LONGEST);
	return pause * (0.5 + Math.random());
}

export const after = (milliseconds: number) => new Promise<void>((done) => setTimeout(done, milliseconds));
