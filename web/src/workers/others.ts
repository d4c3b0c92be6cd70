/** Gives way to whatever else was asked of the worker, and to what the page has to show. */
export const afterOthers = (): Promise<void> => new Promise((done) => setTimeout(done, 0));

/** All that is found one by one, with everything else that was asked answered in between: what the hand waits for. */
export async function betweenOthers<T, U>(found: Iterable<T>, give: (one: T) => U | Promise<U>): Promise<U[]> {
  const all: U[] = [];
  for (const one of found) {
    all.push(await give(one));
    await afterOthers();
  }
  return all;
}
