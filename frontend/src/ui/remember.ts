/** Small choices about how things are looked at, remembered in this browser. None of them holds a word of anybody's. */

import type { Kept } from './storage';

export { ALWAYS, HERE } from './storage';

const PREFIX = 'red-thread-look';

export function remember(where: Kept, name: string, value: unknown) {
	where.set(`${PREFIX}/${name}`, JSON.stringify(value));
}

/** What was remembered; nothing, if what stands there is no list of numbers. */
export function recallIds(where: Kept, name: string): number[] {
	try {
		const found: unknown = JSON.parse(where.get(`${PREFIX}/${name}`) ?? '[]');
		return Array.isArray(found) ? found.filter((one) => typeof one === 'number') : [];
	} catch {
		return [];
	}
}
