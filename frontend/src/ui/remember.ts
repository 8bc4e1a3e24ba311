/** Small choices about how things are looked at, remembered in this browser. None of them holds a word of anybody's. */

/** For this window: what survives going Back and loading anew. */
export const HERE = sessionStorage;
/** For all windows, from day to day. */
export const ALWAYS = localStorage;

const PREFIX = 'red-thread-look';

export function remember(where: Storage, name: string, value: unknown) {
	try {
		where.setItem(`${PREFIX}/${name}`, JSON.stringify(value));
	} catch {
		// A browser that is full or forbids it: then it is not remembered.
	}
}

/** What was remembered; nothing, if what stands there is no list of numbers. */
export function recallIds(where: Storage, name: string): number[] {
	try {
		const found: unknown = JSON.parse(where.getItem(`${PREFIX}/${name}`) ?? '[]');
		return Array.isArray(found) ? found.filter((one) => typeof one === 'number') : [];
	} catch {
		return [];
	}
}
