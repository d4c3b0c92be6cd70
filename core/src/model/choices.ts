// What a coat may choose between: apart from what checks it, so that ink is laid without the means of checking.

export const DEALS = ['in-order', 'shuffled', 'chance', 'pressure', 'tilt'] as const;
export type Deal = (typeof DEALS)[number];
export const MEETS = ['build', 'lighten', 'darken', 'difference', 'add', 'best', 'dissolve'] as const;
export const CROSSINGS = ['build', 'even'] as const;
export const JOINS = ['over', 'mask', 'cut', 'multiply', 'screen', 'darken', 'lighten', 'difference'] as const;
/** How far dabs keep the thickness of the smallest as they grow. */
export const HOLDS = ['none', 'half', 'full'] as const;
