/** What just happened, in a line at the foot of the screen, with a way to undo it. */
export interface Toast {
	id: number;
	words: string;
	hint?: string;
	undo?: () => Promise<void> | void;
}

const LASTS = 9000;

class Toasts {
	shown = $state<Toast[]>([]);
	#next = 1;

	say(words: string, more: Omit<Toast, 'id' | 'words'> = {}) {
		const toast = { id: this.#next++, words, ...more };
		this.shown = [...this.shown.slice(-2), toast];
		setTimeout(() => this.close(toast.id), LASTS);
	}

	close(id: number) {
		this.shown = this.shown.filter((toast) => toast.id !== id);
	}

	closeSaying(words: string) {
		this.shown = this.shown.filter((toast) => toast.words !== words);
	}

	async undo(toast: Toast) {
		this.close(toast.id);
		await toast.undo?.();
	}
}

export const toasts = new Toasts();
