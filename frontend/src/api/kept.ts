/** Answers of the server, kept on this device for who is signed in. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { KEPT_ANSWERS as NAME, ownerNow } from '../writing/coming';

/** Counted up where a new version cannot read what an earlier one kept: then all is fetched anew. */
const FORM = 1;
/** So many answers for each person: more than a year's notebook. What was not asked for longest goes first. */
const MOST = 1500;
const WHO = '/api/session';

interface Kept extends DBSchema {
	answers: { key: string; value: { body: string; at: number }; indexes: { at: number } };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;

function database(): Promise<IDBPDatabase<Kept>> {
	opened ??= openDB<Kept>(NAME, FORM, {
		upgrade(db) {
			if (db.objectStoreNames.contains('answers')) db.deleteObjectStore('answers');
			db.createObjectStore('answers').createIndex('at', 'at');
		},
		blocking: () => void close(),
		terminated: () => (opened = null)
	}).catch((error: unknown) => {
		opened = null;
		throw error;
	});
	return opened;
}

async function close() {
	const open = await opened;
	opened = null;
	open?.close();
}

/** Who is signed in is the one thing that is asked before it is known for whom. */
const keyOf = (path: string) => (path === WHO ? path : `${ownerNow()}${path}`);

export async function keep(path: string, body: string): Promise<void> {
	const db = await database();
	if (!ownerNow()) return; // somebody has signed out meanwhile
	if (path === WHO) await forgetOthers(db);
	// An answer that was on its way while the page was saved must not stand for what it is now.
	const before = (await db.get('answers', keyOf(path)))?.body ?? '';
	if (revisionOf(body) < revisionOf(before)) return;
	await db.put('answers', { body, at: Date.now() }, keyOf(path));
	const over = (await db.count('answers')) - MOST;
	if (over > 0) {
		const oldest = await db.getAllKeysFromIndex('answers', 'at', undefined, over);
		await Promise.all(oldest.map((key) => db.delete('answers', key)));
	}
}

/** At which revision a page is; 0 for what has none. It stands ahead of all that people wrote. */
const revisionOf = (body: string) => Number(/"revision":(\d+)/.exec(body)?.[1] ?? 0);

/** What the server does not give any more is shown from here no more. */
export async function drop(path: string): Promise<void> {
	await (await database()).delete('answers', keyOf(path));
}

export async function kept(path: string): Promise<string | undefined> {
	const db = await database();
	return (await db.get('answers', keyOf(path)))?.body;
}

/** What an earlier person left here who has not signed out. */
async function forgetOthers(db: IDBPDatabase<Kept>) {
	const keys = await db.getAllKeys('answers');
	const others = keys.filter((key) => !key.startsWith(`${ownerNow()}/`));
	await Promise.all(others.map((key) => db.delete('answers', key)));
}
