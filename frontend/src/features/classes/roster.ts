/** The plan of a roster in words. */
import type { Schemas } from '../../api/client';

type Line = Schemas['RosterLineOut'];
export type Kind = Line['line'];

/** Every kind of line: how it is counted, and what stands beside a name. */
export const KINDS: Record<Kind, { counted: string; beside: (line: Line) => string }> = {
	refused: { counted: 'cannot be taken in', beside: (line) => line.before },
	asked: { counted: 'asked for: a teacher of theirs has to agree', beside: () => 'known to other teachers' },
	new: { counted: 'new', beside: () => '' },
	joins: { counted: 'known from another class of yours', beside: () => '' },
	moved: { counted: 'moved, with the notebook', beside: (line) => `from ${line.before}` },
	renamed: { counted: 'with another name', beside: (line) => `was ${line.before}` },
	known: { counted: 'there already', beside: () => '' },
	left: { counted: 'in the class and not in the list', beside: () => '' }
};

/** How many a roster brings in. */
export function comes(lines: Line[]): number {
	return lines.filter((line) => ['new', 'joins', 'moved'].includes(line.line)).length;
}

/** The lines by class and kind, those first that need a look. */
export function grouped(lines: Line[]): { name: string; kinds: { kind: Kind; lines: Line[] }[] }[] {
	return [...new Set(lines.map((line) => line.class_name))].map((name) => ({
		name,
		kinds: (Object.keys(KINDS) as Kind[])
			.map((kind) => ({
				kind,
				lines: lines.filter((line) => line.class_name === name && line.line === kind)
			}))
			.filter((group) => group.lines.length)
	}));
}
