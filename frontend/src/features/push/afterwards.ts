/** What is said once a push or a pull-back is done, or undone. */
import type { Schemas } from '../../api/client';
import { count, dayAndTime } from '../../ui/words';
import { concerned } from './outcomes';
import { exactlyThese, type Audience } from './sentence';

type View = Pick<Schemas['PushViewOut'], 'push' | 'rows'>;

export function afterwards(view: View): string {
	return ['pull-back', 'cut'].includes(view.push.kind) ? pulled(view) : pushed(view);
}

function pushed({ push }: View): string {
	if (push.undone_at)
		return `Undone ${dayAndTime(push.undone_at)}: where nobody has written on since, all is as before.`;
	const { failed, held, 'put-away': away, loose } = push.counts;
	if (push.status === 'stopped' && !push.students_done) return 'Nobody has been given anything.';
	if (push.status === 'stopped')
		return `Stopped after ${count(push.students_done, 'student')} of ${push.students.toLocaleString('en')}. What they were given stays, until it is undone.`;
	const done = `Done: ${count(push.students_done, 'student')} of ${push.students.toLocaleString('en')}.`;
	if (failed) return `${done} ${count(failed, 'row')} failed; everything else is where it should be.`;
	if (held) return `${done} ${count(held, 'row was', 'rows were')} held; the reasons stand below.`;
	if (away) return `${done} For ${count(away, 'student')} it rests in the drawer, brought up to date there.`;
	if (loose) return `${done} For ${count(loose, 'student')} it was cut loose, and theirs stays as it is.`;
	return `${done} Everyone has it.`;
}

function pulled({ push, rows }: View): string {
	if (push.undone_at) return `Undone ${dayAndTime(push.undone_at)}: everything is back where it was.`;
	const kept = push.counts.own ?? 0;
	const own = kept ? ` For ${count(kept, 'student')} it is a page of their own now.` : '';
	const gone = concerned(rows.filter((row) => row.outcome !== 'own'));
	const no = gone || !kept ? ` ${count(gone, 'student has', 'students have')} it no more.` : '';
	return `Done:${no}${own} Nothing that they wrote is lost.`;
}

/** The sentence of the rows that failed and of no others; null if none did. */
export function failedAgain(rows: View['rows']): { pages: number[]; audience: Audience } | null {
	const failed = rows.filter((row) => row.outcome === 'failed');
	const students = [...new Set(failed.flatMap((row) => row.notebook_ids))];
	const pages = [...new Set(failed.flatMap((row) => row.page_id ?? []))];
	if (!failed.length) return null;
	return { pages, audience: exactlyThese(students) };
}

/** How many copies are as before, and how many have moved on and stay. */
export function undoneWords({ back, stays, besides }: Schemas['UndoneOut']): string {
	const also = besides
		? ` ${count(besides, 'more was', 'more were')} taken back too, with what was written on ${besides > 1 ? 'them' : 'it'}.`
		: '';
	const done = `${count(back, 'page is', 'pages are')} as before.${also}`;
	if (!stays) return done;
	return `${done} ${count(stays, 'has moved on since and stays as it is', 'have moved on since and stay as they are')}.`;
}
