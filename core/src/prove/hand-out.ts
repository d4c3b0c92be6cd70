import { cutsPlates, type Fix } from './fix.ts';

/**
 * Hands fixes out to several workers, by the worker's number; undefined when none is left. Each begins with what is quickly
 * tried, so that there is something to see; those with new plates, which take longest, go to the first worker next, since
 * they share plates, and to the others last. `begun`: what the first worker has glanced at, and only needs to end.
 */
export function handOut(
  fixes: readonly Fix[],
  begun: (fix: Fix) => boolean = () => false,
): (worker: number) => Fix | undefined {
  const own = fixes.filter(begun);
  const rest = fixes.filter((fix) => !begun(fix));
  const heavy = rest.filter(cutsPlates);
  const light = rest.filter((fix) => !cutsPlates(fix));
  const seen = new Set<number>();
  return (worker) => {
    const first = !seen.has(worker);
    seen.add(worker);
    if (worker > 0) return light.shift() ?? heavy.pop() ?? own.pop();
    return own.shift() ?? (first ? undefined : heavy.shift()) ?? light.shift() ?? heavy.shift();
  };
}
