/** Who is signed in. */
import { api, ask, forgetSchool, Problem, type Schemas } from '../../api/client';
import { opened } from '../../ui/opened.svelte';
import { forgetAll, keepFor } from '../../writing/unsaved';
import { beSomebody } from '../../api/sending';
import { toasts } from '../../ui/toasts.svelte';
import { list } from '../../ui/words';
import { courses } from './courses.svelte';

const windows = 'BroadcastChannel' in globalThis ? new BroadcastChannel('red-thread') : null;

class Session {
	person = $state<Schemas['PersonOut'] | null>(null);
	demo = $state(false);
	/** How they want to read; null: as usual. */
	reading = $state.raw<Schemas['Reading'] | null>(null);
	school = $state.raw<Schemas['SchoolAs']>({ name: '', time_zone: 'UTC', language: '' });

	/** Asks the server who this is; nobody is an answer too. */
	async begin() {
		try {
			this.#take(await ask(api.GET('/api/session')));
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
			if (error.status !== 404) return;
			forgetSchool(); // the address names a school that is not there
			opened.problem = error;
		}
	}

	async signIn(name: string, password: string) {
		this.#take(await ask(api.POST('/api/session', { body: { name, password } })));
	}

	async useCode(code: string, password: string) {
		this.#take(await ask(api.POST('/api/session/code', { body: { code, password } })));
	}

	/** The first teacher of a school; gives the id of the first course. */
	async beginSchool(beginning: Schemas['Begin']): Promise<number> {
		const begun = await ask(api.POST('/api/begin', { body: beginning }));
		this.#take(begun.session);
		return begun.master_id;
	}

	async walkIn(personId: number) {
		this.#take(await ask(api.POST('/api/session/walk-in', { body: { person_id: personId } })));
	}

	async signOut() {
		const gone = await ask(api.DELETE('/api/session')).catch((error: unknown) => error);
		// Whether or not the server could be asked: whoever sits here next finds nothing.
		this.#end();
		windows?.postMessage('signed out');
		if (gone instanceof Problem && gone.status !== 401) throw gone;
	}

	/** Nothing of anybody's stays on this computer, in no window of it. */
	#end() {
		forgetAll();
		this.#read(null);
		this.person = null;
		beSomebody(0, '');
	}

	#read(reading: Schemas['Reading'] | null) {
		if (reading || this.reading) void import('../../ui/reading').then(({ apply }) => apply(reading));
		this.reading = reading;
	}

	/** Another window of this browser has signed out. */
	listen() {
		windows?.addEventListener('message', ({ data }) => {
			if (data !== 'signed out' || !this.person) return;
			this.#end();
			location.assign('/sign-in');
		});
	}

	/** The time zone by which the school lives. */
	get zone() {
		return this.school.time_zone;
	}

	async changeSchool(school: Schemas['SchoolAs']) {
		await ask(api.PUT('/api/school', { body: school }));
		await this.begin(); // as it is written down, however somebody typed it
	}

	#take(found: Schemas['SessionOut']) {
		courses.forget();
		keepFor(found.person.id);
		this.person = found.person;
		this.demo = found.demo;
		this.school = found.school;
		this.#read(found.reading);
		beSomebody(found.person.id, found.proof);
		// However they signed in: who opens a notebook with no network is known by this.
		void import('../../api/keeping').then(({ keepAs }) => keepAs('/api/session', found)).catch(() => {});
		if (found.nearly_full.length)
			toasts.say(`Nearly all is taken of ${list(found.nearly_full)}.`, {
				hint: 'Whoever looks after the school can allow more.'
			});
	}
}

export const session = new Session();
session.listen();
