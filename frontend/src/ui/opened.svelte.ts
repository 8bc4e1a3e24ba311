/** What an address leads to is looked up once. Where nothing is, the view says so instead of staying empty. */
import { Problem } from '../api/client';
import { report } from './report';

const NOTHING_THERE = [404, 422];

class Opened {
	problem = $state.raw<Problem | null>(null);
}
export const opened = new Opened();

/** Looks up what the address of this view leads to. */
export async function lookUp(look: () => Promise<unknown>) {
	try {
		await look();
	} catch (error) {
		if (error instanceof Problem && NOTHING_THERE.includes(error.status)) opened.problem = error;
		else report(error);
	}
}
