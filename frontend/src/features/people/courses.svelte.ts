/** What the courses are called, asked for once: every view says in which one it is. */
import { api, ask } from '../../api/client';
import { report } from '../../ui/report';

class Courses {
	#names = $state.raw<Record<number, string>>({});
	#asked = false;

	/** The name of a course; empty until it is known. */
	name(master: number): string {
		if (!this.#asked) void this.#ask();
		return this.#names[master] ?? '';
	}

	async #ask() {
		this.#asked = true;
		try {
			const all = await ask(api.GET('/api/masters'));
			this.#names = Object.fromEntries(all.map(({ id, name }) => [id, name]));
		} catch (error) {
			this.#asked = false;
			report(error);
		}
	}

	/** Whoever comes next has other courses; and one that was made just now is to be known. */
	forget() {
		this.#asked = false;
	}
}

export const courses = new Courses();
