import { expect, it, vi } from 'vitest';
import { pressed } from './row-keys';
import type { Row } from './rows';

const row = (key: string, kind: Row['kind']) => ({ key, kind, holder: 1 }) as Row;
const rows = [row('section-1', 'section'), row('page-1', 'page'), row('page-2', 'page')];

function press(key: string, at = 1, held: Partial<KeyboardEvent> = {}, reads = false) {
	const names = ['focus', 'open', 'rename', 'takeOut', 'fold', 'choose', 'menu', 'move'] as const;
	const doing = Object.fromEntries(names.map((name) => [name, vi.fn()]));
	const changes = reads ? false : doing;
	const said = pressed({ key, ...held } as KeyboardEvent, rows[at]!, rows, { ...doing, changes } as never);
	const done = Object.entries(doing).filter(([, fn]) => fn.mock.calls.length);
	return said ? done.map(([name, fn]) => [name, ...fn.mock.calls[0]!]) : null;
}

it.each([
	['ArrowDown', 1, {}, [['focus', rows[2]]]],
	['ArrowUp', 1, {}, [['focus', rows[0]]]],
	['ArrowUp', 1, { altKey: true }, [['move', -1]]],
	['ArrowDown', 1, { altKey: true }, [['move', 1]]],
	['Home', 2, {}, [['focus', rows[0]]]],
	['End', 0, {}, [['focus', rows[2]]]],
	['Enter', 1, {}, [['open']]],
	['Enter', 0, {}, []],
	['F2', 1, {}, [['rename']]],
	['F2', 0, {}, [['rename']]],
	['Delete', 1, {}, [['takeOut']]],
	['ArrowLeft', 0, {}, [['fold', true]]],
	['ArrowLeft', 1, {}, [['focus', rows[0]]]],
	['ArrowRight', 1, {}, []],
	['x', 1, {}, [['choose']]],
	['x', 1, { ctrlKey: true }, null],
	['m', 1, {}, [['menu']]],
	['F10', 1, { shiftKey: true }, [['menu']]],
	['F10', 1, {}, null],
	['q', 1, {}, null]
] as const)('%s in row %d with %j', (key, at, held, done) => expect(press(key, at, held)).toEqual(done));

it.each([
	['F2', 0, {}],
	['Delete', 1, {}],
	['x', 1, {}],
	['ArrowUp', 1, { altKey: true }]
] as const)('%s changes nothing for who reads along', (key, at, held) =>
	expect(press(key, at, held, true)).toBeNull()
);
