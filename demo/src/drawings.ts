import { makeFigure, makeShapes, type Figure, type Shapes } from '@amber-stamp/core/make';

// Drawings of the shore that are made of figures alone.

/** A strip of three-strand rope: the strands come round a whole number of times, so that its two ends meet. */
export function mooringRope(): Shapes {
  const strand = { what: 'rectangle', rounding: 100, turn: -56, copies: { count: 21, x: 6.25 } } as const;
  const rope = makeShapes(
    [
      makeFigure({ what: 'rectangle', name: 'Core', width: 130, height: 17, value: 88, soft: 1.5 }),
      makeFigure({ ...strand, name: 'Shade', x: -62.5, width: 29, height: 7.2, value: 95 }),
      makeFigure({
        ...strand,
        name: 'Strands',
        x: -62.4,
        width: 28.4,
        height: 6.2,
        fill: 'radial',
        stops: [
          [0, 10],
          [38, 20],
          [72, 52],
          [100, 94],
        ],
      }),
      ...[-1.5, -0.4, 0.6, 1.6].map((off, k) =>
        makeFigure({
          ...strand,
          name: `Yarn ${k + 1}`,
          x: -62.4 + off,
          width: 24 - 2 * (k % 2),
          height: 0.36,
          value: 62 - 9 * k,
          soft: 0.25,
        }),
      ),
    ],
    'Mooring rope',
  );
  return { ...rope, widthPx: 1024, heightPx: 288 };
}

const EDGE: [number, number, number][] = [
  [-1, 0.02, 0],
  [-0.9, -0.16, 1],
  [-0.78, -0.28, 1],
  [-0.62, -0.62, 1],
  [-0.5, -0.74, 1],
  [-0.36, -0.66, 1],
  [-0.24, -0.86, 1],
  [-0.08, -0.8, 1],
  [0.06, -0.92, 1],
  [0.22, -0.76, 1],
  [0.36, -0.84, 1],
  [0.52, -0.6, 1],
  [0.66, -0.62, 1],
  [0.8, -0.34, 1],
  [1, 0, 0],
];

/** Pale folds beside the rib, above (-1) or below it (1). */
const folds = (name: string, side: -1 | 1): Figure =>
  makeFigure({
    what: 'path',
    name,
    x: side < 0 ? -24 : -27,
    y: 3.6 * side,
    turn: -14 * side,
    width: 9,
    height: 6,
    line: 0.9,
    value: side < 0 ? 38 : 42,
    soft: 0.5,
    profile: [
      [0, 0],
      [40, 100],
      [100, 0],
    ],
    points: [
      [-1, -side, 0],
      [0, -0.1 * side, 1],
      [1, side, 0],
    ],
    copies: { count: 8, x: 6.6, turn: 3 * side, scale: 95 },
  });

/** A frond of kelp: a stalk at its head, a waved blade with a rib, a tip that runs out. */
export function kelpFrond(): Shapes {
  const below = [...EDGE].reverse().slice(1, -1);
  const outline = [...EDGE, ...below.map(([u, v, smooth]): [number, number, number] => [u + 0.04, -v * 0.93, smooth])];
  const frond = makeShapes(
    [
      makeFigure({
        what: 'path',
        name: 'Blade',
        width: 94,
        height: 19,
        closed: true,
        points: outline,
        fill: 'linear',
        fillTurn: 90,
        stops: [
          [0, 60],
          [28, 82],
          [50, 55],
          [72, 88],
          [100, 66],
        ],
      }),
      folds('Folds', -1),
      folds('Folds below', 1),
      makeFigure({
        what: 'path',
        name: 'Rib',
        width: 96,
        height: 2,
        line: 2,
        value: 100,
        profile: [
          [0, 100],
          [22, 66],
          [100, 4],
        ],
        points: [
          [-1, 0, 0],
          [-0.4, 0.4, 1],
          [0.3, -0.3, 1],
          [1, 0, 0],
        ],
      }),
    ],
    'Kelp frond',
  );
  return { ...frond, widthPx: 1024, heightPx: 256 };
}
