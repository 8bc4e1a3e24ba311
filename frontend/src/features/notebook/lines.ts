/** A notebook as it is read: dividers and sections in one order, each as deep as it stands. */
import type { Schemas } from '../../api/client';
import { day } from '../../ui/words';

type View = Pick<Schemas['NotebookViewOut'], 'sections' | 'dividers'>;
type Section = View['sections'][number];
type Divider = View['dividers'][number];

export type Line =
	| { kind: 'divider'; key: string; name: string; depth: number }
	| { kind: 'section'; key: string; name: string; depth: number; section: Section };

/** Dividers in which nothing is to be seen are left out, unless they were given as such. */
export function linesOf(view: View): Line[] {
	return below(view, null, 0);
}

function below(view: View, divider: number | null, depth: number): Line[] {
	const inside: (Section | Divider)[] = [
		...view.dividers.filter((one) => one.divider_id === divider),
		...view.sections.filter((one) => one.divider_id === divider && isSeen(one))
	];
	inside.sort((a, b) => (a.order_key < b.order_key ? -1 : a.order_key > b.order_key ? 1 : 0));
	return inside.flatMap((one) => ('pages' in one ? [asLine(one, depth)] : withHead(view, one, depth)));
}

/** What its student put away is seen again as soon as a page is brought back to it. */
function isSeen(section: Section): boolean {
	return !section.put_away || section.pages.some((page) => !page.put_away);
}

function withHead(view: View, one: Divider, depth: number): Line[] {
	const inside = below(view, one.id, depth + 1);
	if (!inside.length && !one.empty) return [];
	return [{ kind: 'divider', key: `divider-${one.id}`, name: one.name, depth }, ...inside];
}

function asLine(section: Section, depth: number): Line {
	return { kind: 'section', key: `section-${section.id}`, name: section.name, depth, section };
}

/** The day of a moment; of one that was today, just that. */
export function dayOrToday(moment: string): string {
	const date = day(moment);
	return date === day(Date()) ? 'Today' : date;
}
