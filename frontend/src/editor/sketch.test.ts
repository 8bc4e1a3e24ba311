import { expect, it } from 'vitest';
import { SketchPad } from './nodes/sketch';

const STROKE = {
	points: [
		[1, 2],
		[30, 40]
	],
	ink: 'pencil',
	width: 4
};
const drawn = (pad: SketchPad) => [...pad.dom.querySelector('svg')!.children].map((one) => one.localName);

it('has what is drawn over the picture, whichever comes first', () => {
	const pad = new SketchPad(false, () => {});
	pad.draw([STROKE]);
	pad.lieOn('/api/blobs/x');
	expect(drawn(pad)).toEqual(['image', 'path']);
	expect(pad.dom.querySelector('image')!.getAttribute('href')).toBe('/api/blobs/x');
	pad.lieOn('');
	expect(drawn(pad)).toEqual(['path']);
});
