/** Pages name pictures by their fingerprints; where those are to be had is said here, and nowhere else. */
const ADDRESS = /^\/api\/blobs\/([0-9a-f]{40})$/;
const NAME = /^[0-9a-f]{40}$/;

/** Where what a page names is to be had; what is no fingerprint stays as it is. */
export function addressOf(name: string): string {
	return NAME.test(name) ? `/api/blobs/${name}` : name;
}

/** By what a page names what stands at an address of ours; what is none stays as it is. */
export function nameOf(address: string): string {
	return ADDRESS.exec(address)?.[1] ?? address;
}

export function isBlobName(name: string): boolean {
	return NAME.test(name);
}
