/**
 * Pictures and recordings on their way: kept in this browser from the moment they are put in until the server has them.
 *
 * Each is sent for a frame on a page. Whoever leaves the page, or has no network, loses nothing: what is kept is taken up
 * when the application is opened again, on whatever page, and when the network is back. (A larger outbox will replace
 * this queue.)
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { Problem } from '../api/client';
import { upload } from '../api/upload';
import type { Stored } from '../editor/types';
import { KEPT_FILES, noteComing, noteGone, ownerNow } from './coming';
import { after, patience } from '../ui/patience';
import { report } from '../ui/report';

export interface Coming {
	/** The id of the frame on the page. */
	frame: string;
	place: string;
	address: string;
	person: number;
	file: File;
}
interface Files extends DBSchema {
	coming: { key: string; value: Coming };
}

const BUSY = 503;
const WAITS = new Set([0, 401, 429, BUSY]);

class Uploads {
	/** By frame: the share that has gone, from 0 to 1; below 0 while there is no network. */
	gone = $state<Record<string, number>>({});
	#running = new Map<string, Promise<Stored | null>>();
	#files: Promise<IDBPDatabase<Files> | null> | null = null;
	/** The pages that have been opened in this window: they look after what comes to them. */
	#opened = new Set<string>();

	/** Sends a file for a frame; null if the server will not have it, which is told. */
	async add(coming: Coming): Promise<Stored | null> {
		this.#opened.add(coming.place);
		noteComing(coming.place, coming.frame);
		await this.#keep(coming);
		return this.#run(coming);
	}

	/** What an earlier visit of this page left, each with what becomes of it. */
	async takeUp(place: string): Promise<[Coming, Promise<Stored | null>][]> {
		this.#opened.add(place);
		const kept = (await this.#kept()).filter((coming) => coming.place === place);
		return kept.map((coming) => [coming, this.#run(coming)]);
	}

	/** What earlier visits left on pages that have not been opened in this window. */
	async elsewhere(): Promise<Coming[]> {
		return (await this.#kept()).filter((coming) => !this.#opened.has(coming.place));
	}

	/** Sends a file and keeps it still: for who puts it into its frame by other means than an open page. */
	async send(coming: Coming): Promise<Stored | null> {
		if (this.#opened.has(coming.place)) return null;
		return upload<Stored>(coming.address, coming.file, () => {});
	}

	/** It has come to where it belongs. */
	async forget({ place, frame }: Coming) {
		const files = await this.#open();
		await files?.delete('coming', frame).catch(() => {});
		noteGone(place, frame);
	}

	async #kept(): Promise<Coming[]> {
		const files = await this.#open();
		const kept = (await files?.getAll('coming').catch(() => [])) ?? [];
		return kept.filter((coming) => coming.person === ownerNow());
	}

	#run(coming: Coming): Promise<Stored | null> {
		const running = this.#running.get(coming.frame) ?? this.#send(coming);
		this.#running.set(coming.frame, running);
		return running;
	}

	async #send(coming: Coming): Promise<Stored | null> {
		const { frame, address, file, person } = coming;
		for (let failed = 0; person === ownerNow(); failed++) {
			try {
				const stored = await upload<Stored>(address, file, (share) => (this.gone[frame] = share));
				return await this.#end(coming, stored);
			} catch (error) {
				if (!(error instanceof Problem) || !WAITS.has(error.status)) {
					report(error);
					return this.#end(coming, null);
				}
				this.gone[frame] = -1;
				await Promise.race([
					after(patience(failed)),
					new Promise((back) => addEventListener('online', back))
				]);
			}
		}
		return null;
	}

	async #end(coming: Coming, stored: Stored | null): Promise<Stored | null> {
		delete this.gone[coming.frame];
		this.#running.delete(coming.frame);
		await this.forget(coming);
		return stored;
	}

	async #keep(coming: Coming) {
		const files = await this.#open();
		// A browser that is full or forbids it: the file is sent from this window, for as long as that is open.
		await files?.put('coming', coming, coming.frame).catch(() => {});
	}

	#open() {
		this.#files ??= openDB<Files>(KEPT_FILES, 1, {
			upgrade: (files) => void files.createObjectStore('coming'),
			blocking: (_from, _to, event) => (event.target as IDBDatabase).close()
		}).catch(() => null);
		return this.#files;
	}
}

export const uploads = new Uploads();
