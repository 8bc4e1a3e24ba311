/** The parts of a sentence in words, as they stand in it. */
import { list } from '../../ui/words';
import { SELECTING, type Course } from './course';
import { onlyWords } from './only';
import { chosenBy, SELECTOR_KINDS, type Sentence } from './sentence';

export function pageWords({ pages, sections, dividers }: Sentence, { master }: Course): string {
	const ordered = master.pages.filter((page) => pages.includes(page.id)).map((page) => page.title);
	const holders = [
		...master.dividers.filter((one) => dividers.includes(one.id)),
		...master.sections.filter((one) => sections.includes(one.id))
	].map((one) => `the empty ${one.name}`);
	const [first, ...more] = [...ordered, ...holders];
	if (!first) return 'no page yet';
	return more.length ? `${first} and ${more.length} more` : first;
}

export function whomWords({ audience, pages }: Sentence, course: Course): string {
	const names = SELECTOR_KINDS.flatMap((kind) => {
		const chosen = chosenBy(audience, kind);
		return SELECTING[kind].choices(course).filter((one) => chosen.includes(one.id));
	}).map((one) => one.words);
	const named = list(names, 5);
	if (!named || !audience) return 'nobody yet';
	return audience.only === 'everyone'
		? named
		: `those in ${named} who ${onlyWords(audience.only, pages.length)}`;
}

export function withoutWords({ audience }: Sentence, { students }: Course): string {
	const names = students.filter((one) => audience?.without.includes(one.notebook_id)).map((one) => one.name);
	if (names.length === 0) return 'leaving nobody out';
	return names.length > 2 ? `without ${names.length} students` : `without ${list(names)}`;
}
