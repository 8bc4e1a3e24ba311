/** Where pages go in a notebook: a step up or down by key, or behind what they are dropped on. */
import type { Schemas } from '../../api/client';

type Section = Schemas['NotebookSectionOut'];
type Page = Schemas['NotebookPageOut'];
export type Target = Schemas['MovePages'] & object;
export type Where = Pick<Target, 'section_id' | 'after' | 'under'>;

/** The pages that are seen in a section. */
const seen = (section: Section): Page[] => section.pages.filter((page) => !page.put_away);

/** A page with what is tucked under it counts as one step; at the end of a section the next one begins. */
export function step(sections: Section[], id: number, by: -1 | 1): Where | null {
	const at = sections.findIndex((section) => section.pages.some((page) => page.id === id));
	const section = sections[at];
	const page = section && seen(section).find((one) => one.id === id);
	if (!section || !page) return null;
	const beside = seen(section).filter((one) => one.parent === page.parent);
	const place = beside.findIndex((one) => one.id === id);
	const within = { section_id: section.id, under: page.parent };
	if (by < 0 && place > 0) return { ...within, after: beside[place - 2]?.id ?? null };
	if (by > 0 && place < beside.length - 1) return { ...within, after: beside[place + 1]!.id };
	if (page.parent) return null;
	const next = sections[at + by];
	if (!next) return null;
	const tops = seen(next).filter((one) => !one.parent);
	return { section_id: next.id, after: by < 0 ? (tops.at(-1)?.id ?? null) : null, under: null };
}

/** Behind a page, or tucked under it; into a section as its first. Null where it cannot stand. */
export function dropped(sections: Section[], moving: number[], on: string, tuck: boolean): Where | null {
	const [kind, id] = [on.split(':')[0], Number(on.split(':')[1])];
	if (kind === 'section') return { section_id: id, after: null, under: null };
	const section = sections.find((one) => one.pages.some((page) => page.id === id));
	const page = section?.pages.find((one) => one.id === id);
	if (!section || !page || moving.includes(id) || moving.includes(page.parent ?? 0)) return null;
	if (tuck && !page.parent) return { section_id: section.id, after: null, under: id };
	// Among what is tucked a tucked page stays so: it is put behind its neighbour, under the same page.
	const under = page.parent && moving.length === 1 && tuck ? page.parent : null;
	return { section_id: section.id, after: id, under };
}

/** Where a section comes by a step: behind which order key, and in which divider. Null at an end. */
export function sectionStep(sections: Section[], id: number, by: -1 | 1) {
	const at = sections.findIndex((one) => one.id === id);
	const next = sections[at + by];
	if (at < 0 || !next) return null;
	const [before, behind] = by < 0 ? [sections[at - 2], null] : [null, next];
	const inside = next.divider_id;
	if (behind) return { divider_id: inside, after_key: behind.order_key };
	return { divider_id: inside, after_key: before?.divider_id === inside ? before.order_key : null };
}
