/** What a hand does to clay. The order is kept in recipes and never changes. */
export const SCULPT_TOOLS = ['raise', 'lower', 'smooth', 'flatten', 'scrape', 'pinch', 'crease', 'pull'] as const;
export type SculptTool = (typeof SCULPT_TOOLS)[number];
export const MIRRORS = ['none', 'left and right', 'top and bottom', 'both'] as const;
export const MAX_SECTORS = 64;

/** One stroke of a hand on clay. Lengths are shares of its side; x to the right, y downwards from the upper left corner. */
export interface SculptStroke {
  tool: SculptTool;
  radius: number;
  /** 0..1 */
  strength: number;
  /** place in MIRRORS */
  mirror: number;
  /** in how many sectors about the middle it is done, 1..64 */
  sectors: number;
  /** x, y, pressure of each place */
  places: readonly (readonly [number, number, number])[];
  /** pull only: by how much, to the right, up and towards the eye */
  by?: readonly [number, number, number];
}

/** Numbers before the places of a row. */
const HEAD = 5;

/** A stroke as a row of numbers: tool, radius, strength, mirror, sectors, then x, y, pressure of every place; of a pull its first place and its way. */
export const rowOfStroke = (s: SculptStroke): number[] => [
  SCULPT_TOOLS.indexOf(s.tool),
  s.radius,
  s.strength,
  s.mirror,
  s.sectors,
  ...(s.by ? [...s.places[0], ...s.by] : s.places.flat()),
];

/** Reads a row; numbers that mean nothing are brought to what does. */
export function strokeOfRow(row: readonly number[]): SculptStroke {
  const tool = SCULPT_TOOLS[Math.floor(row[0])] ?? 'smooth';
  const triples: [number, number, number][] = [];
  for (let k = HEAD; k + 2 < row.length; k += 3) triples.push([row[k], row[k + 1], row[k + 2]]);
  const pulled = tool === 'pull';
  return {
    tool,
    radius: row[1],
    strength: row[2],
    mirror: Math.floor(row[3]) & 3,
    sectors: Math.max(1, Math.min(MAX_SECTORS, Math.floor(row[4]))),
    places: pulled ? triples.slice(0, 1) : triples,
    by: pulled ? (triples[1] ?? [0, 0, 0]) : undefined,
  };
}

/** Way from dab to dab, in radii. */
const STEP = 0.2;

/** A dab of a stroke, with the pressure of the hand there. */
export interface SculptDab {
  x: number;
  y: number;
  pressure: number;
}

/** The dabs along a stroke: at its first place, then as far apart as the radius says. */
export function dabsAlong({ places, radius }: SculptStroke): SculptDab[] {
  const dabs: SculptDab[] = [];
  const step = Math.max(0.001, radius * STEP);
  let rest = 0;
  places.forEach(([x, y, pressure], k) => {
    if (k === 0) {
      dabs.push({ x, y, pressure });
      return;
    }
    const [fromX, fromY, fromPressure] = places[k - 1];
    const length = Math.sqrt((x - fromX) * (x - fromX) + (y - fromY) * (y - fromY));
    let at = step - rest;
    for (; at <= length; at += step) {
      const t = at / length;
      dabs.push({
        x: fromX + (x - fromX) * t,
        y: fromY + (y - fromY) * t,
        pressure: fromPressure + (pressure - fromPressure) * t,
      });
    }
    rest = length - (at - step);
  });
  return dabs;
}
