/** What a push was asked for, as the words of a sentence. */
import type { Schemas } from '../../api/client';
import { count, list } from '../../ui/words';
import { onlyWords } from './only';

type Push = Pick<Schemas['PushOut'], 'kind' | 'said' | 'how' | 'only'>;

/** Such as: “Tides” and 2 more to 9A and 9B, without 2 students. */
export function say({ kind, said, how, only }: Push): string {
	const names = [...(said.pages ? [said.title] : []), ...said.holders].map((name) => `“${name}”`);
	const others = Math.max(said.pages - 1, 0) + said.holders.length - (said.pages ? 0 : 1);
	const pages = `${names[0]}${others > 0 ? ` and ${others} more` : ''}`;
	const more = said.singles - said.students.length;
	const singles = more > 0 ? [count(said.singles, 'student')] : said.students;
	const named = list([...said.classes, ...singles], 8) || 'nobody';
	const whom = only === 'everyone' ? named : `those in ${named} who ${onlyWords(only, said.pages)}`;
	const without = said.without ? `, without ${count(said.without, 'student')}` : '';
	const way = { 'pull-back': 'from', cut: 'for' } as const;
	return `${pages} ${way[kind as keyof typeof way] ?? 'to'} ${whom}${without}${besides(how, said)}`;
}

/** What was not as usual. */
function besides(how: Push['how'], { into, behind }: Push['said']): string {
	const places = {
		start: 'at the start',
		end: 'at the end',
		after: behind ? `behind “${behind}”` : 'behind a page that is gone',
		number: 'at a number'
	};
	const said = [
		into ? `into “${into}”` : '',
		how.place === 'in-order' ? '' : places[how.place],
		how.if_copy === 'second' ? 'as a second copy' : how.if_copy === 'leave' ? 'where it was not there' : '',
		how.if_cut === 'tie' ? 'tied again' : '',
		how.drawer === 'fetch' ? 'out of the drawer' : '',
		how.untied ? 'tied to nothing' : '',
		how.if_own === 'beside' ? '' : 'into sections of theirs'
	].filter(Boolean);
	return said.length ? `, ${said.join(', ')}` : '';
}

const DONE = {
	push: 'Pushed',
	'pull-back': 'Pulled back',
	'catch-up': 'Caught up:',
	cut: 'Cut loose:',
	taken: 'Taken from display:'
};
const DOING = {
	push: 'Pushing',
	'pull-back': 'Pulling back',
	'catch-up': 'Catching up:',
	cut: 'Cutting loose:',
	taken: 'Being taken from display:'
};

/** How the heading of a push begins. */
export function deed(kind: Push['kind'], status: string): string {
	if (status === 'failed') return 'Broken off: pushing';
	if (status === 'stopped') return 'Stopped: pushing';
	if (status === 'scheduled') return 'To be pushed:';
	if (status === 'paused') return 'Paused: pushing';
	return (status === 'done' ? DONE : DOING)[kind];
}

/** What stands before the sentence in the log; a plain push needs no word. */
export const inLog = (kind: Push['kind']) => (kind === 'push' ? '' : `${DONE[kind]} `);
