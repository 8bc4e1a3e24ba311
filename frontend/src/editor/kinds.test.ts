// @vitest-environment jsdom
import { getSchema } from '@tiptap/core';
import { describe, expect, it } from 'vitest';
import { HOLDS, KINDS, MARKS } from '../api/generated/kinds';
import { pageExtensions } from './extensions';

const schema = getSchema(
	pageExtensions({
		hand: 'teacher',
		onlySpaces: false,
		teacherName: 'Ms Okafor',
		addFile: () => Promise.resolve(null)
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
		const holds: readonly string[] = HOLDS[name as keyof typeof HOLDS];
		for (const other of held) expect(holds).toContain(other.name);
		if (name !== 'space') expect(held.map((other) => other.name).sort()).toEqual([...holds].sort());
	});

	it('has every attribute that the core knows, and no other: what is missing would go with the first save', () => {
		const known = Object.keys(schema.nodes[name]!.spec.attrs ?? {}).filter((one) => one !== 'id');
		const settings = name === 'doc' ? SETTINGS : [];
		expect([...known, ...settings].sort()).toEqual(Object.keys(kind.attributes).sort());
	});
});

describe.each(Object.entries(MARKS))('the mark %s', (name, attributes) => {
	it('has every attribute that the core knows, and no other', () => {
		expect(Object.keys(schema.marks[name]!.spec.attrs ?? {}).sort()).toEqual(Object.keys(attributes).sort());
	});
});
