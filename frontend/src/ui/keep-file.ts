/** Files that the server makes, to be kept by whoever asked for them. */
import { fetchFile } from '../api/client';
import { toasts } from './toasts.svelte';

/** Asks for a file and hands it to the browser, which keeps it where it keeps what it was given. */
export async function keepFile(address: string) {
	const file = await fetchFile(address);
	const link = document.createElement('a');
	link.href = URL.createObjectURL(file);
	link.download = file.name;
	link.click();
	setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
	toasts.say(`“${file.name}” is among your downloads.`);
}
