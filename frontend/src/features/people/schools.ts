/** Schools by their addresses, `…/?school=2`; the first one's names none. */

export function addressOfSchool(number: number): string {
	return `/?school=${number}`;
}

/** The number in an address, or one that was typed alone; the first school where there is none. */
export function numberIn(address: string): number {
	const found = /(?:[?&]school=|^\s*)(\d{1,9})(?!\d)/.exec(address);
	return found ? Math.max(Number(found[1]), 1) : 1;
}
