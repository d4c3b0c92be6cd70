/** A colour of the theme by the name of its variable, for charts. */
export const inked = (name: string, otherwise: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim() || otherwise;
