/** Of a course, all that a sentence can name. */
import { api, ask, type Schemas } from '../../api/client';
import { longDay } from '../../ui/days';
import { chosenBy, SELECTOR_KINDS, type Audience, type SelectorKind, type Sentence } from './sentence';

export type CourseStudent = Schemas['StudentOut'] & { class_id: number; class_name: string };

export interface Course {
	master: Schemas['MasterViewOut'];
	groups: Schemas['GroupOut'][];
	away: Schemas['AwayOut'][];
	students: CourseStudent[];
}

export const readGroups = (master_id: number) =>
	ask(api.GET('/api/masters/{master_id}/groups', { params: { path: { master_id } } }));

/** Reads all of it: what could be chosen before would be taken back by what comes after. */
export async function readCourse(master_id: number): Promise<Course> {
	const path = { master_id };
	const [master, groups, away] = await Promise.all([
		ask(api.GET('/api/masters/{master_id}', { params: { path } })),
		readGroups(master_id),
		ask(api.GET('/api/masters/{master_id}/away', { params: { path } }))
	]);
	const rosters = await Promise.all(
		master.classes.map(async ({ id, name }) => {
			const path = { class_id: id };
			const { students } = await ask(api.GET('/api/classes/{class_id}', { params: { path } }));
			return students.map((student) => ({ ...student, class_id: id, class_name: name }));
		})
	);
	return { master, groups, away, students: rosters.flat() };
}

interface Choice {
	id: number;
	words: string;
	under: string;
}

/** One kind of selector on the screen: what can be chosen by it, and whom each choice comes to. */
interface Selecting {
	label: string;
	choices: (course: Course) => Choice[];
	notebooks: (course: Course, ids: number[]) => number[];
}

export const SELECTING: Record<SelectorKind, Selecting> = {
	class: {
		label: 'Classes',
		choices: ({ master }) =>
			master.classes.map((one) => ({ id: one.id, words: one.name, under: `${one.students}` })),
		notebooks: ({ students }, ids) =>
			students.filter((one) => ids.includes(one.class_id)).map((one) => one.notebook_id)
	},
	group: {
		label: 'Groups',
		choices: ({ groups }) =>
			groups.map((one) => ({ id: one.id, words: one.name, under: `${one.notebook_ids.length}` })),
		notebooks: ({ groups }, ids) =>
			groups.filter((one) => ids.includes(one.id)).flatMap((one) => one.notebook_ids)
	},
	away: {
		label: 'Who was away',
		choices: ({ away }) =>
			away.map((one) => ({
				id: one.id,
				words: `those away on ${longDay(one.day)}`,
				under: `${one.notebook_ids.length}`
			})),
		notebooks: ({ away }, ids) =>
			away.filter((one) => ids.includes(one.id)).flatMap((one) => one.notebook_ids)
	},
	notebook: {
		label: 'Single students',
		choices: ({ students }) =>
			students.map((one) => ({ id: one.notebook_id, words: one.name, under: one.class_name })),
		notebooks: (_, ids) => ids
	}
};

/** Whom an audience names, before anybody is left out. */
export function namedBy(audience: Audience | null, course: Course): CourseStudent[] {
	const named = new Set(
		SELECTOR_KINDS.flatMap((kind) => SELECTING[kind].notebooks(course, chosenBy(audience, kind)))
	);
	return course.students.filter((one) => named.has(one.notebook_id));
}

/** The sentence without what is not in the course any more. */
export function inCourse(sentence: Sentence, course: Course): Sentence {
	const { master } = course;
	const among = (ids: number[], things: { id: number }[]) =>
		ids.filter((id) => things.some((thing) => thing.id === id));
	return {
		...sentence,
		pages: among(sentence.pages, master.pages),
		sections: among(sentence.sections, master.sections),
		dividers: among(sentence.dividers, master.dividers),
		audience: sentence.audience && {
			...sentence.audience,
			selectors: Object.fromEntries(
				SELECTOR_KINDS.map((kind) => [
					kind,
					among(chosenBy(sentence.audience, kind), SELECTING[kind].choices(course))
				]).filter(([, ids]) => ids!.length)
			),
			without: among(sentence.audience.without, SELECTING.notebook.choices(course))
		}
	};
}

/** Every class that anybody is in. */
export const everyone = ({ master }: Course): Audience => ({
	selectors: { class: master.classes.filter((one) => one.students).map((one) => one.id) },
	without: [],
	only: 'everyone'
});

/** Exactly these notebooks: whole classes by their names, the others one by one. */
export function exactly(whom: Set<number>, course: Course): Audience {
	const incomplete = course.students.filter((one) => !whom.has(one.notebook_id)).map((one) => one.class_id);
	const classes = everyone(course).selectors.class!.filter((id) => !incomplete.includes(id));
	const notebook = course.students
		.filter((one) => whom.has(one.notebook_id) && !classes.includes(one.class_id))
		.map((one) => one.notebook_id);
	return { selectors: { class: classes, notebook }, without: [], only: 'everyone' };
}
