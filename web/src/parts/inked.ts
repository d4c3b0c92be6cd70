/** A colour of the theme where an element stands, by the name of its variable, for charts. */
export const inked = (element: Element, name: string): string =>
  getComputedStyle(element).getPropertyValue(name).trim() || '#2a211c';
