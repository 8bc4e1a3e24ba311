// @vitest-environment jsdom
import { getSchema } from '@tiptap/core';
import { describe, expect, it } from 'vitest';
import { KINDS } from '../api/generated/kinds';
import { pageExtensions } from './extensions';

const schema = getSchema(
	pageExtensions({
		hand: 'teacher',
		onlySpaces: false,
		teacherName: 'Ms Okafor',
		addPicture: () => Promise.resolve('')
	})
);
const SETTINGS = ['title', 'paper', 'orientation', 'tint', 'writing'];

describe.each(Object.entries(KINDS))('%s', (name, kind) => {
	it('is known to the editor, and the editor knows no other', () => {
		expect(schema.nodes[name]).toBeDefined();
		expect(Object.keys(schema.nodes).sort()).toEqual(Object.keys(KINDS).sort());
	});

	it('holds in the editor what the core lets it hold, and nothing else', () => {
		const match = schema.nodes[name]!.contentMatch;
		const held = Object.values(schema.nodes).filter((other) => match.matchType(other));
		const holds: readonly string[] = kind.holds;
		for (const other of held) expect(holds).toContain(other.name);
		if (name !== 'space') expect(held.map((other) => other.name).sort()).toEqual([...holds].sort());
	});

	it('has the attributes that the core knows', () => {
		const attributes: readonly string[] = kind.attributes;
		const known = Object.keys(schema.nodes[name]!.spec.attrs ?? {}).filter((one) => one !== 'id');
		const settings = name === 'doc' ? SETTINGS : [];
		expect([...known, ...settings]).toEqual(expect.arrayContaining([...kind.students]));
		for (const one of known) expect(attributes).toContain(one);
	});
});
