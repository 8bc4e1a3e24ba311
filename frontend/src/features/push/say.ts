/** What a push was asked for, as the words of a sentence. */
import type { Schemas } from '../../api/client';
import { count, list } from '../../ui/words';

type Push = Pick<Schemas['PushOut'], 'kind' | 'said'>;

/** Such as: “Tides” and 2 more to 9A and 9B, without 2 students. */
export function say({ kind, said }: Push): string {
	const pages = `“${said.title}”${said.pages > 1 ? ` and ${said.pages - 1} more` : ''}`;
	const more = said.singles - said.students.length;
	const singles = more > 0 ? [count(said.singles, 'student')] : said.students;
	const whom = list([...said.classes, ...singles], 8) || 'nobody';
	const without = said.without ? `, without ${count(said.without, 'student')}` : '';
	return `${pages} ${kind === 'pull-back' ? 'from' : 'to'} ${whom}${without}`;
}

const DONE = { push: 'Pushed', 'pull-back': 'Pulled back', 'catch-up': 'Caught up:' };
const DOING = { push: 'Pushing', 'pull-back': 'Pulling back', 'catch-up': 'Catching up:' };

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
