import type { Printed } from './print';
import type { Kind, Row } from './rows';

/** What a dialog is open for, beside the outline. */
export interface Asks {
	/** Something new, and where it goes. */
	made?: { kind: Kind; holder: number | null; parent: number | null } | null;
	/** More pages like one. */
	like?: Row | null;
	printed?: Printed | null;
	bringing?: boolean;
	/** What was taken out. */
	resting?: boolean;
	keys?: boolean;
}
