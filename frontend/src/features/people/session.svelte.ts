/** Who is signed in. */
import { api, ask, Problem, setProof, type Schemas } from '../../api/client';
import { forgetAll, keepFor } from '../../ui/unsaved';

class Session {
	person = $state<Schemas['PersonOut'] | null>(null);
	demo = $state(false);
	school = $state.raw<Schemas['SchoolAs']>({ name: '', time_zone: 'UTC' });

	/** Asks the server who this is; nobody is an answer too. */
	async begin() {
		try {
			this.#take(await ask(api.GET('/api/session')));
		} catch (error) {
			if (!(error instanceof Problem)) throw error;
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
		await ask(api.DELETE('/api/session'));
		forgetAll();
		this.person = null;
		setProof('');
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
		keepFor(found.person.id);
		this.person = found.person;
		this.demo = found.demo;
		this.school = found.school;
		setProof(found.proof);
	}
}

export const session = new Session();
