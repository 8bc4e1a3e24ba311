/** What is said once a push or a pull-back is done, or undone. */
import type { Schemas } from '../../api/client';
import { count, dayAndTime } from '../../ui/words';
import { concerned } from './outcomes';

type View = Pick<Schemas['PushViewOut'], 'push' | 'rows'>;

export function afterwards(view: View): string {
	return view.push.kind === 'pull-back' ? pulled(view) : pushed(view);
}

function pushed({ push }: View): string {
	if (push.undone_at)
		return `Undone ${dayAndTime(push.undone_at)}: where nobody has written on since, all is as before.`;
	const { failed, held, 'put-away': away } = push.counts;
	if (push.status === 'stopped' && !push.students_done) return 'Nobody has been given anything.';
	if (push.status === 'stopped')
		return `Stopped after ${count(push.students_done, 'student')} of ${push.students.toLocaleString('en')}. What they were given stays, until it is undone.`;
	const done = `Done: ${count(push.students_done, 'student')} of ${push.students.toLocaleString('en')}.`;
	if (failed) return `${done} ${count(failed, 'row')} failed; everything else is where it should be.`;
	if (held) return `${done} ${count(held, 'row was', 'rows were')} held; the reasons stand below.`;
	if (away) return `${done} For ${count(away, 'student')} it rests in the drawer, brought up to date there.`;
	return `${done} Everyone has it.`;
}

function pulled({ push, rows }: View): string {
	if (push.undone_at) return `Undone ${dayAndTime(push.undone_at)}: everything is back where it was.`;
	return `Done: ${count(concerned(rows), 'student has', 'students have')} it no more. Nothing that they wrote is lost.`;
}

/** How many copies are as before, and how many have moved on and stay. */
export function undoneWords({ back, stays }: Schemas['UndoneOut']): string {
	const done = `${count(back, 'page is', 'pages are')} as before.`;
	if (!stays) return done;
	return `${done} ${count(stays, 'has moved on since and stays as it is', 'have moved on since and stay as they are')}.`;
}
