/** The plan of a sentence, as the application answers it. */
import { Problem } from '../../api/client';
import { report } from '../../ui/report';

export class Planned<P> {
	plan = $state.raw<P | null>(null);
	problem = $state.raw<Problem | null>(null);
	/** Whether the plan that stands there is of an older sentence. */
	planning = $state(false);
	#latest = Promise.resolve();
	#asked = 0;

	/** Asks for the plan of the sentence as it stands; an answer to an older sentence is passed over. */
	again(ask: () => Promise<P>): Promise<void> {
		return (this.#latest = this.#again(ask));
	}

	/** Until the plan that stands there is of the sentence that stands there. */
	async settled() {
		while (this.planning) await this.#latest;
	}

	async #again(ask: () => Promise<P>) {
		const asked = (this.#asked += 1);
		this.problem = null;
		this.planning = true;
		try {
			const plan = await ask();
			if (asked === this.#asked) this.plan = plan;
		} catch (error) {
			if (asked !== this.#asked) return;
			this.plan = null;
			if (error instanceof Problem) this.problem = error;
			else report(error);
		} finally {
			if (asked === this.#asked) this.planning = false;
		}
	}
}
