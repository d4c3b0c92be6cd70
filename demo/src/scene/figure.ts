/** The gardener with the lantern, seen from behind. Units: a picture of 1600 x 1000. */
import { ramp } from '../art/noise.ts';
import { smooth, tone, type Layer, type Paint, type Spot, type Tone } from './paintbox.ts';
import { LAMP, MAN } from './scene-light.ts';

/** Where the figure stands, and how the lantern lights it. */
interface Stand {
  L: Layer;
  at: (pts: readonly Spot[]) => Spot[];
  cloth: Tone;
  lamp: readonly [number, number];
  lit: (base: Tone, k?: number) => Paint;
}

function boots({ L, at, lit }: Stand): void {
  // boots
  L.shape(
    at([
      [-34, -44],
      [-37, -6],
      [-44, 2],
      [-8, 2],
      [-9, -44],
    ]),
    [0.09, 0.1, 0.1],
  );
  L.shape(
    at([
      [8, -44],
      [10, 2],
      [46, 2],
      [37, -7],
      [33, -44],
    ]),
    lit([0.09, 0.1, 0.1], 0.6),
  );
}

function coat({ L, at, lit, cloth }: Stand): void {
  // coat
  L.shape(
    smooth(
      at([
        [-30, -312],
        [-54, -298],
        [-66, -240],
        [-70, -170],
        [-78, -100],
        [-84, -40],
        [-60, -30],
        [-20, -36],
        [6, -28],
        [44, -34],
        [72, -42],
        [66, -110],
        [57, -180],
        [58, -240],
        [50, -296],
        [28, -312],
      ]),
      5,
    ),
    lit(cloth),
  );
}

function arms({ L, at, lit, cloth }: Stand): void {
  // left arm
  L.shape(
    smooth(
      at([
        [-52, -296],
        [-72, -262],
        [-82, -206],
        [-80, -158],
        [-66, -154],
        [-58, -210],
        [-46, -262],
      ]),
      5,
    ),
    lit([0.105, 0.122, 0.125]),
  );
  // arm with the lantern
  L.shape(
    smooth(
      at([
        [44, -298],
        [66, -268],
        [82, -222],
        [98, -186],
        [88, -172],
        [66, -204],
        [48, -246],
      ]),
      5,
    ),
    lit(cloth, 1.2),
  );
}

function folds({ L, at }: Stand): void {
  for (const [x0, y0, x1, y1] of [
    [-2, -300, -6, -32],
    [-40, -200, -56, -42],
    [30, -190, 40, -44],
  ])
    L.stroke(
      at([
        [x0, y0],
        [(x0 + x1) / 2 + 4, (y0 + y1) / 2],
        [x1, y1],
      ]).map(([x, y], i) => [x, y, 0.8 + 0.9 * i] as const),
      [0.075, 0.085, 0.09],
      0.75,
      { rough: 0.8 },
    );
}

function beltAndCollar({ L, at, lit }: Stand): void {
  // belt
  L.shape(
    smooth(
      at([
        [-60, -190],
        [-20, -182],
        [30, -184],
        [57, -190],
        [57, -177],
        [20, -171],
        [-30, -170],
        [-64, -176],
      ]),
      4,
    ),
    lit([0.2, 0.18, 0.15], 0.8),
  );
  // collar
  L.shape(
    smooth(
      at([
        [-40, -308],
        [-20, -326],
        [18, -326],
        [40, -306],
        [20, -294],
        [-20, -294],
      ]),
      5,
    ),
    lit([0.25, 0.235, 0.2], 0.5),
  );
  L.shape(
    smooth(
      at([
        [-19, -318],
        [-22, -346],
        [-10, -362],
        [12, -362],
        [22, -346],
        [18, -318],
      ]),
      5,
    ),
    [0.1, 0.1, 0.1],
  ); // head
}

function hat({ L, at, lit }: Stand): void {
  // hat
  L.shape(
    smooth(
      at([
        [-64, -346],
        [-40, -358],
        [-24, -364],
        [-23, -392],
        [-14, -402],
        [10, -403],
        [24, -393],
        [26, -365],
        [46, -357],
        [68, -343],
        [40, -339],
        [0, -335],
        [-36, -339],
      ]),
      5,
    ),
    lit([0.165, 0.165, 0.145], 0.4),
  );
  L.stroke(
    at([
      [-24, -368],
      [2, -362],
      [26, -369],
    ]).map(([x, y]) => [x, y, 3.4] as const),
    [0.36, 0.25, 0.17],
  );
  L.stroke(
    at([
      [64, -250],
      [80, -205],
    ]).map(([x, y]) => [x, y, 1.8] as const),
    [0.86, 0.6, 0.32],
    0.45,
    { rough: 0.9 },
  );
}

function lantern({ L, lamp }: Stand): void {
  L.stroke(
    [
      [lamp[0] - 10, lamp[1] - 22, 1.2],
      [lamp[0] - 4, lamp[1] - 46, 1.2],
      [lamp[0] + 4, lamp[1] - 46, 1.2],
      [lamp[0] + 10, lamp[1] - 22, 1.2],
    ],
    [0.1, 0.1, 0.09],
  );
  const box = (x0: number, y0: number, x1: number, y1: number, c: Tone, a = 1) =>
    L.shape(
      [
        [lamp[0] + x0, lamp[1] + y0],
        [lamp[0] + x1, lamp[1] + y0],
        [lamp[0] + x1, lamp[1] + y1],
        [lamp[0] + x0, lamp[1] + y1],
      ],
      c,
      a,
      { hand: 0.5 },
    );
  box(-13, -20, 13, 18, LAMP);
  box(-6, -10, 6, 14, [1, 0.95, 0.76]);
  for (const x of [-14, 0, 12]) box(x, -20, x + 2.4, 18, [0.15, 0.12, 0.09]);
  box(-17, 18, 17, 25, [0.11, 0.11, 0.1]);
  L.shape(
    [
      [lamp[0] - 17, lamp[1] - 19],
      [lamp[0] - 6, lamp[1] - 30],
      [lamp[0] + 6, lamp[1] - 30],
      [lamp[0] + 17, lamp[1] - 19],
    ],
    [0.11, 0.11, 0.1],
  );
  L.stroke([[lamp[0], lamp[1], 4]], [1, 0.82, 0.48], 0.5, { soft: 44 * L.u, glow: true, streak: 0 });
}

export function figure(L: Layer): void {
  const [X, Y] = MAN,
    at = (pts: readonly Spot[]): Spot[] => pts.map(([x, y]) => [X + x, Y + y]),
    cloth: Tone = [0.125, 0.145, 0.145],
    lamp = [X + 92, Y - 128] as const;
  const lit =
    (base: Tone, k = 1): Paint =>
    (x, y) =>
      tone(
        base,
        [0.78, 0.5, 0.24],
        k * 0.75 * Math.exp(-Math.hypot(x - lamp[0], (y - lamp[1]) * 0.8) / 34) + 0.1 * ramp(X - 10, X + 60, x),
      );
  L.stroke([[lamp[0], lamp[1], 16]], LAMP, 0.8, { soft: 170 * L.u, glow: true, streak: 0 });
  const stand = { L, at, cloth, lamp, lit };
  for (const part of [boots, coat, arms, folds, beltAndCollar, hat, lantern]) part(stand);
}
