/** What varies, in the order of its tabs. */
export const PARTS = ['rows', 'deck', 'ink', 'grain', 'ends', 'relief', 'coats'] as const;
export type Part = (typeof PARTS)[number];
