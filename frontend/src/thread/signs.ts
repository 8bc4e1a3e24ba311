/** The paths of the signs, on a field of 24 by 24; the thread enters at the top and leaves at the bottom. */
export const SIGNS = {
	line: ['M12 0V24'],
	stitch: ['M12 0V24', 'M6.5 15.2 17.5 8.8'],
	knot: [
		'M12 0V7.5C12 11 18 10 18 13.6 18 16.4 14.6 16.6 12 14 9.4 11.4 6 11.6 6 14.4 6 18 12 16.6 12 20V24'
	],
	frayed: [
		'M12 0V11',
		'M12 11C11.6 15 9 16.5 7.6 20',
		'M12 11C12 15 12.4 17.5 11.8 21.4',
		'M12 11C12.6 15 15 16.2 16.2 19.2'
	],
	loose: ['M12 24V17C12 13.4 8.2 13 8.2 9.8 8.2 6.6 13.4 7.4 14.8 3.4'],
	wraps: ['M12 2.5 21.5 12 12 21.5 2.5 12Z', 'M7.2 7.2 16.8 16.8', 'M16.8 7.2 7.2 16.8'],
	display: ['M4.5 4.5H19.5V15H4.5Z', 'M8.5 15 6.5 21', 'M15.5 15 17.5 21', 'M8 8.5H16', 'M8 11.2H13'],
	needle: ['M12 0C13.8 3.4 14 7.4 13.4 12L12 24 10.6 12C10 7.4 10.2 3.4 12 0Z', 'M12 3.6V7.4']
} as const;

export type SignName = keyof typeof SIGNS;

/** A sign as a data-free SVG element, for places that Svelte does not draw. */
export function signElement(name: SignName): SVGSVGElement {
	const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
	svg.setAttribute('viewBox', '0 0 24 24');
	svg.setAttribute('aria-hidden', 'true');
	svg.classList.add('sign');
	for (const d of SIGNS[name]) {
		const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
		path.setAttribute('d', d);
		svg.append(path);
	}
	return svg;
}
