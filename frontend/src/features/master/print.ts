/** What of a master is printed. */
import type { Row } from './rows';

/** `said`: as the address says it, all of the master if it says nothing. */
export interface Printed {
	name: string;
	said: string;
}

export const printedRow = (row: Row): Printed => ({ name: row.name, said: `${row.kind}=${row.id}&` });
