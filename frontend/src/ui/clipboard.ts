/** Copies words, also on plain http, where browsers keep their clipboard from pages. Says whether they are copied. */
export async function copyWords(words: string): Promise<boolean> {
	// On an insecure origin there is no clipboard, whatever the types say.
	if ((navigator as { clipboard?: Clipboard }).clipboard) {
		await navigator.clipboard.writeText(words);
		return true;
	}
	const field = Object.assign(document.createElement('textarea'), { value: words, readOnly: true });
	field.style.position = 'fixed';
	field.style.opacity = '0';
	const holder = document.activeElement;
	document.body.append(field);
	field.select();
	const copied = document.execCommand('copy');
	field.remove();
	if (holder instanceof HTMLElement) holder.focus();
	return copied;
}
