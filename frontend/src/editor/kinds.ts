/** What the front end asks of the table of kinds, which is the core's. */
import { KINDS } from '../api/generated/kinds';

interface Kind {
	content: 'blocks' | 'text' | 'nothing';
	inline: boolean;
	students: readonly string[];
}

const TABLE: Readonly<Record<string, Kind>> = KINDS;

/** Kinds that go by an id and stand by themselves. */
export const BLOCK_KINDS = Object.keys(TABLE).filter((name) => name !== 'doc' && !TABLE[name]!.inline);

/** Whether a kind holds words, not blocks. */
export const holdsText = (name: string) => TABLE[name]?.content === 'text';

/** The attributes of a kind that are the student's. */
export const studentsOf = (name: string) => TABLE[name]?.students ?? [];
