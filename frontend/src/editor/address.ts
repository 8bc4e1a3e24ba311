/** An address as somebody types it, as a link may have it: with a scheme that a page takes; empty if it is none. */
export function addressOf(typed: string): string {
	const said = typed.trim();
	if (!said || /[\s\\]/.test(said)) return '';
	if (/^(https?:\/\/|mailto:)./i.test(said)) return said;
	if (said.startsWith('/') && !said.startsWith('//')) return said;
	if (/^[a-z][a-z0-9+.-]*:(?!\d)/i.test(said)) return '';
	if (/^[^@/]+@[^@/]+\.[^@/]+$/.test(said)) return `mailto:${said}`;
	return /^[^/]+\.[^/]{2,}/.test(said) ? `https://${said}` : '';
}
