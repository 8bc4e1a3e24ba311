/** What waits for the network: words that were typed and files that were put in, and have not been sent. */
import { countComing } from './coming';
import { countKept, KEPT_CHANGED } from './unsaved';

/** Milliseconds that something has waited before it is said: what goes out by itself in a moment is no news. */
const AFTER = 4000;

class Waiting {
	pages = $state(0);
	files = $state(0);
	online = $state(navigator.onLine);
	#timer: ReturnType<typeof setTimeout> | undefined;

	/** From now on; gives what ends it. */
	watch(): () => void {
		const occasions = [KEPT_CHANGED, 'storage', 'online', 'offline'];
		occasions.forEach((occasion) => addEventListener(occasion, this.#look));
		this.#look();
		return () => {
			occasions.forEach((occasion) => removeEventListener(occasion, this.#look));
			clearTimeout(this.#timer);
		};
	}

	/** What is safe is said at once; what waits only if it still does in a moment, or for lack of a network. */
	#look = () => {
		this.online = navigator.onLine;
		clearTimeout(this.#timer);
		const waits = countKept() + countComing() > 0;
		if (!waits || !this.online || this.pages + this.files) this.#count();
		else this.#timer = setTimeout(this.#count, AFTER);
	};

	#count = () => {
		this.pages = countKept();
		this.files = countComing();
	};
}

export const waiting = new Waiting();
