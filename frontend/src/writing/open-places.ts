/** The pages that are open for writing in this window: they send what they have by themselves. */
export const openPlaces = new Set<string>();
