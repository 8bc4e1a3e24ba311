/**
 * What the margin is drawn from: ids of blocks. `before`: the words of tied blocks as the master has them. `given`: on a
 * student's page, what came from the teacher, tied or not; all else is the student's.
 */
export interface MarginFacts {
	tied: Set<string>;
	loose: Set<string>;
	arrived: Set<string>;
	before: Map<string, string>;
	given?: Set<string>;
}

export const NO_FACTS: MarginFacts = {
	tied: new Set(),
	loose: new Set(),
	arrived: new Set(),
	before: new Map()
};
