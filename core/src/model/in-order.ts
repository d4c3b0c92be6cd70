/** Puts the keys of an object in order, for JSON.stringify: a database gives them back in one of its own. */
export const inOrder = (_: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
