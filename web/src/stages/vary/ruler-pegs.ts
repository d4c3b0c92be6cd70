/** One value, or the low and the high end, with the limits of the ruler and the step of keys and wheel. */
export interface Pegs {
  values: readonly number[];
  step: number;
  min: number;
  max: number;
}

/** Which of the pegs, by their places 0..1, a press takes: the nearer one; of two at one place the one on its side. */
export function nearestPeg(places: readonly number[], place: number): number {
  if (places.length === 1) return 0;
  const [a, b] = places.map((p) => Math.abs(p - place));
  if (a === b) return place > places[0] ? 1 : 0;
  return a < b ? 0 : 1;
}

/** The values with one peg somewhere else, within the limits. */
export const withPeg = ({ values, min, max }: Pegs, peg: number, value: number): number[] =>
  values.map((v, i) => (i === peg ? Math.max(min, Math.min(max, value)) : v));

/** What a key makes of a peg; undefined where it does nothing. */
export function keyedPeg(pegs: Pegs, peg: number, key: string, far: boolean): number[] | undefined {
  const { values, step, min, max } = pegs;
  const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 }[key];
  const end = { Home: min, End: max }[key];
  if (by === undefined && end === undefined) return undefined;
  const next = end ?? values[peg] + (by as number) * step * (far ? 10 : 1);
  return withPeg(pegs, peg, Math.round(next * 100) / 100);
}

/** The silhouette of how values are spread between two places, as a path over a ruler 100 wide; '' without one. */
export function hillPath(
  silhouette: readonly number[] | null,
  places: readonly number[],
  base: number,
  height: number,
): string {
  if (!silhouette || places.length < 2) return '';
  const [a, b] = places;
  const n = silhouette.length;
  const points = silhouette.map(
    (v, i) => `L${(100 * (a + ((b - a) * (i + 0.5)) / n)).toFixed(2)} ${(base - height * v).toFixed(2)}`,
  );
  return `M${100 * a} ${base}${points.join('')}L${100 * b} ${base}Z`;
}
