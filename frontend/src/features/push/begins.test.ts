/** How a sentence begins: whole, and never over what somebody has chosen meanwhile. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest';

const wire = await vi.hoisted(async () => (await import('../../ui/wire.test-help')).wire);
const { PushState, PullBackState } = await import('./push.svelte');

const classesOf = (state: { audience: { selectors: { class?: number[] } } }) =>
	state.audience.selectors.class;

/** The address of page 7, said of nobody. */
beforeEach(() => history.replaceState(null, '', '/?pages=7'));

const MASTER = {
	id: 1,
	role: 'owner',
	name: 'Shores',
	dividers: [],
	sections: [{ id: 1, divider_id: null, name: 'Tides', order_key: 'a', display: 'ordinary' }],
	pages: [
		{ id: 7, section_id: 1, parent_id: null, title: 'Ebb', changed: true, edition: 1, display: 'ordinary' }
	],
	classes: [1, 2].map((id) => ({ id, master_id: 1, name: `9${id}`, students: 1 })),
	needles: {},
	given: [7]
};
const student = (id: number) => ({ person_id: id, notebook_id: id, name: `Ada ${id}` });
const row = (outcome: string, id: number) => ({ outcome, changes: true, page_id: 7, notebook_ids: [id] });
const PLAN = { rows: [row('refreshed', 1), row('placed', 2)], students: [1, 2], offers: [], counts: {} };

/** Rosters, or plans, come when they are let. */
function slow(what: RegExp) {
	let let_come = () => {};
	const held = new Promise<void>((resolve) => (let_come = resolve));
	wire.answer = async ({ url }) => {
		const path = new URL(url).pathname;
		if (what.test(path)) await held;
		const klass = /classes\/(\d)/.exec(path);
		if (klass) return Response.json({ students: [student(Number(klass[1]))] });
		if (/\/(groups|away)$/.test(path)) return Response.json([]);
		return Response.json(path.endsWith('/plan') ? PLAN : MASTER);
	};
	return let_come;
}
const soon = () => new Promise((resolve) => setTimeout(resolve, 20));

afterEach(() => history.replaceState(null, '', '/'));

it('is not there before all of it is', async () => {
	const come = slow(/classes/);
	const push = new PushState(1);
	const loading = push.load();
	await soon();
	expect(push.course).toBeNull();
	come();
	await loading;
	expect([classesOf(push), push.course?.students.length, push.audience.only]).toEqual([[1, 2], 2, 'has']);
});

it.each([
	['nobody', (push: InstanceType<typeof PushState>) => push.choose('class', [])],
	['one class', (push: InstanceType<typeof PushState>) => push.choose('class', [1])]
])('keeps that %s was chosen while the first plan was made', async (_, choose) => {
	const come = slow(/plan/);
	const push = new PushState(1);
	const loading = push.load();
	await soon();
	choose(push);
	const meant = classesOf(push);
	come();
	await loading;
	expect([classesOf(push), push.audience.only]).toEqual([meant, 'everyone']);
});

it('keeps whom somebody chose to pull back from', async () => {
	const come = slow(/plan/);
	const pull = new PullBackState(1);
	const loading = pull.load();
	await soon();
	pull.choose('class', [2]);
	come();
	await loading;
	expect(classesOf(pull)).toEqual([2]);
});

it('knows when its plan is of an older sentence, and waits for that of the last', async () => {
	const push = new PushState(1);
	slow(/nothing/);
	await push.load();
	const come = slow(/plan/);
	push.choose('class', [2]);
	push.choose('class', [1]);
	expect(push.planned.planning).toBe(true);
	const waited = push.planned.settled().then(() => push.planned.planning);
	come();
	expect(await waited).toBe(false);
});
