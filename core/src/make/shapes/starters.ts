import { makeFigure, makeShapes, type Shapes } from './schema.ts';

interface Starter {
  name: string;
  label: string;
  make: () => Shapes;
}

/** A disc that a shifted disc cuts: what is left over is a sliver. */
const sliver = (): Shapes =>
  makeShapes(
    [
      makeFigure({ what: 'ellipse', name: 'Disc', width: 84, height: 84, y: 3 }),
      makeFigure({ what: 'ellipse', name: 'Cut', width: 84, height: 84, y: 13, meets: 'cut' }),
    ],
    'Crescent sliver',
  );

const rippled = (): Shapes =>
  makeShapes(
    [
      makeFigure({
        what: 'ellipse',
        name: 'Ripple',
        x: -26,
        width: 34,
        height: 76,
        fill: 'linear',
        stops: [
          [0, 85],
          [60, 15],
          [100, 0],
        ],
        meets: 'lighten',
        copies: { count: 10, x: 5.8, turn: 2.5, scale: 96 },
      }),
    ],
    'Rippled ellipses',
  );

const thread = (): Shapes =>
  makeShapes(
    [
      makeFigure({
        what: 'path',
        name: 'Thread',
        width: 40,
        height: 84,
        line: 5,
        profile: [
          [0, 0],
          [50, 100],
          [100, 0],
        ],
        points: [
          [0.7, -1, 1],
          [-0.6, -0.55, 1],
          [0, 0, 1],
          [0.6, 0.55, 1],
          [-0.7, 1, 1],
        ],
      }),
    ],
    'Thin S',
  );

const dots = (): Shapes =>
  makeShapes(
    [
      [-34, -12, 6],
      [-20, 14, 9],
      [-4, -16, 7.5],
      [10, 8, 10],
      [25, -10, 6.5],
      [36, 12, 8],
    ].map(([x, y, size], k) =>
      makeFigure({ what: 'ellipse', name: `Dot ${k + 1}`, x, y, width: size, height: size, soft: 1.5 }),
    ),
    'Six dots',
  );

const button = (): Shapes =>
  makeShapes(
    [
      makeFigure({
        what: 'ellipse',
        name: 'Dome',
        width: 88,
        height: 88,
        fill: 'radial',
        stops: [
          [0, 55],
          [70, 40],
          [100, 15],
        ],
      }),
      makeFigure({
        what: 'path',
        name: 'Spokes',
        y: -29,
        width: 4,
        height: 24,
        line: 4.4,
        profile: [
          [0, 100],
          [100, 25],
        ],
        points: [
          [0, -1, 0],
          [0, 1, 0],
        ],
        copies: { count: 25, way: 'ring' },
      }),
      makeFigure({ what: 'ellipse', name: 'Rim', width: 86, height: 86, line: 4 }),
      makeFigure({ what: 'ellipse', name: 'Middle', width: 20, height: 20, soft: 2 }),
      makeFigure({ what: 'ellipse', name: 'Eye', width: 7, height: 7, meets: 'cut' }),
    ],
    'Spoked button',
  );

const pane = (): Shapes =>
  makeShapes(
    [
      makeFigure({
        what: 'path',
        name: 'Cracks',
        y: -22,
        width: 10,
        height: 44,
        line: 1.6,
        profile: [
          [0, 10],
          [100, 100],
        ],
        points: [
          [0.4, -1, 0],
          [-0.7, -0.45, 0],
          [0.5, 0.1, 0],
          [-0.2, 0.55, 0],
          [0, 1, 0],
        ],
        copies: { count: 13, way: 'ring', chance: 12, seed: 4 },
      }),
      makeFigure({
        what: 'polygon',
        name: 'Rings',
        corners: 13,
        width: 24,
        height: 24,
        line: 0.35,
        copies: { count: 4, scale: 145, turn: 9, fade: 25 },
      }),
      makeFigure({ what: 'polygon', name: 'Hole', corners: 9, star: 22, width: 9, height: 9, meets: 'cut' }),
    ],
    'Struck pane',
  );

/** Drawings to begin with; the first one is the plainest. */
export const SHAPE_STARTERS: readonly Starter[] = [
  {
    name: 'disc',
    label: 'One disc',
    make: () => makeShapes([makeFigure({ what: 'ellipse', name: 'Disc', width: 70, height: 70 })], 'Disc'),
  },
  { name: 'sliver', label: 'Crescent sliver', make: sliver },
  { name: 'rippled', label: 'Rippled ellipses', make: rippled },
  { name: 'thread', label: 'Thin S', make: thread },
  { name: 'dots', label: 'Six dots', make: dots },
  { name: 'button', label: 'Spoked button', make: button },
  { name: 'pane', label: 'Struck pane', make: pane },
];
