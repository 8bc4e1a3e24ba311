/** A name that nobody else has; `bytes` of chance, as hexadecimal digits. It works on plain http too, where browsers offer no UUIDs. */
export function randomName(bytes = 16): string {
	const chance = crypto.getRandomValues(new Uint8Array(bytes));
	return Array.from(chance, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
