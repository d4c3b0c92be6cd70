/** The glasshouse: iron ribs, panes (some broken), plants behind them. Units: a picture of 1600 x 1000. */
import { clamp, fbm, mix, ramp, rng, value, type Stream } from '../art/noise.ts';
import { BRICK, cut, GREEN, GROUND, HALL, IRON, LEFT, plant, profile, reflect, RIDGE, RIGHT } from './glass-parts.ts';
import { tone, type Layer, type Spot, type Tone, type Touch } from './paintbox.ts';

const RIBS = 30;
const STEP = (RIGHT - LEFT) / RIBS;
const [HALL_LEFT, HALL_RIGHT] = HALL;
const MID = (HALL_LEFT + HALL_RIGHT) / 2;

/** The edge of the roof between two places. */
const roof = (x0: number, x1: number): Spot[] =>
  Array.from({ length: 41 }, (_, i) => {
    const x = mix(x0, x1, i / 40);
    return [x, profile(x)[1]];
  });

/** Dim air inside, then the plants: far ones paler. */
function inside(L: Layer, seed: number, rnd: Stream): void {
  const air = (x: number, y: number) =>
    tone([0.5, 0.53, 0.43], [0.27, 0.335, 0.285], (y - 250) / 400 + 0.3 * (fbm(x / 120, y / 120, seed, 3) - 0.5));
  L.shape([[LEFT, GROUND], ...roof(LEFT, RIGHT), [RIGHT, GROUND]], air, 0.6, { hand: 0.3 });
  const rows: [number, Tone][] = [
    [1.05, [0.3, 0.37, 0.3]],
    [0.9, GREEN],
  ];
  for (const [grown, green] of rows)
    for (let i = 0; i < 19; i++) {
      const x = LEFT + 45 + (RIGHT - LEFT - 90) * ((i + 0.8 * rnd()) / 19);
      const tall = x > HALL_LEFT + 20 && x < HALL_RIGHT - 20;
      const room = GROUND - 28 - profile(x)[1];
      const kind = tall ? (i % 3 === 0 ? 2 : 0) : rnd() < 0.25 ? 0 : rnd() < 0.75 ? 1 : 2;
      const size = room * (kind === 0 ? 0.62 + 0.16 * rnd() : 0.42 + 0.32 * rnd()) * grown;
      plant(L, x, GROUND - 20, size, kind, rnd, tone(green, [0.34, 0.36, 0.26], 0.3 * rnd()));
    }
  cut(L);
}

/** One pane: left and right side, each from the bottom to the top. */
interface Pane {
  x0: number;
  x1: number;
  y0: number;
  t0: number;
  y1: number;
  t1: number;
}

/** Glass gone from one end, a jagged edge left. */
function breakPane(L: Layer, { x0, x1, y0, t0, y1, t1 }: Pane, rnd: Stream): void {
  const up = rnd() < 0.5;
  const lean = (rnd() - 0.5) * 0.7;
  const m = mix(0.25, 0.7, rnd());
  const n = 3 + 2 * Math.round(rnd());
  const jag = Array.from({ length: n + 1 }, (_, q): Spot => {
    const t = clamp(q / n + (q % n ? 0.2 * (rnd() - 0.5) : 0));
    const s = clamp(m + lean * (t - 0.5) + (q & 1 ? 0.2 : -0.12) * (0.1 + 1.3 * rnd()), 0.06, 0.98);
    return [mix(x0 + 1, x1 - 1, t), mix(mix(y0, y1, t), mix(t0, t1, t), up ? 1 - s : s)];
  });
  const hole: Spot[] = up ? [[x0 + 1, t0], ...jag, [x1 - 1, t1]] : [[x0 + 1, y0], ...jag, [x1 - 1, y1]];
  L.shape(hole, [0.12, 0.155, 0.14], 0.78, { hand: 0, rough: 0.1 });
  L.stroke(
    jag.map(([x, y]) => [x, y, 0.45]),
    [0.96, 0.92, 0.8],
    0.6,
  );
}

/** Panes between the ribs; each has its own sheen, a few are gone. */
function panes(L: Layer, seed: number, rnd: Stream): void {
  for (let i = 0; i < RIBS; i++) {
    const x0 = LEFT + i * STEP;
    const x1 = x0 + STEP;
    const [e0, r0] = profile(x0 + 0.01);
    const [e1, r1] = profile(x1 - 0.01);
    const eave = Math.max(e0, e1);
    const walls = [0, 0.5, 1].map((t) => mix(GROUND - 34, eave, t));
    const column: Pane[] = [0, 1].map((k) => ({
      x0,
      x1,
      y0: walls[k],
      t0: walls[k + 1],
      y1: walls[k],
      t1: walls[k + 1],
    }));
    const rows = Math.max(1, Math.round((eave - Math.min(r0, r1)) / 50));
    for (let k = 0; k < rows; k++) {
      const at = (to: number, step: number) => mix(eave, to, step / rows);
      column.push({ x0, x1, y0: at(r0, k), t0: at(r0, k + 1), y1: at(r1, k), t1: at(r1, k + 1) });
    }
    column.forEach((pane, k) => glaze(L, pane, value(i * 0.35, k * 0.5, seed + 7), k > 1, rnd));
  }
}

function glaze(L: Layer, pane: Pane, sheen: number, upper: boolean, rnd: Stream): void {
  const { x0, x1, y0, t0, y1, t1 } = pane;
  const broken = rnd() < 0.13;
  const light = sheen + (upper ? 0.12 : -0.15) - (0.2 * (x0 - LEFT)) / 835;
  const corners: Spot[] = [
    [x0, y0],
    [x0, t0],
    [x1, t1],
    [x1, y1],
  ];
  const covers = broken ? 0.6 : clamp(0.16 + 0.5 * ramp(0.3, 0.9, sheen) + (upper ? 0.2 * rnd() : 0));
  const glass = tone([0.55, 0.61, 0.53], [0.93, 0.82, 0.6], ramp(0.35, 0.85, light));
  L.shape(corners, glass, covers, { hand: 0.3, streak: 0.2 });
  if (broken) {
    breakPane(L, pane, rnd);
    return;
  }
  if (rnd() >= 0.3) return;
  const gleam: Spot[] = [
    [x0 + 3, y0 - 3],
    [x0 + 3, mix(y0, t0, 0.6)],
    [x0 + STEP * 0.55, t1 + 4],
    [x1 - 4, t1 + 4],
  ];
  L.shape(gleam, [0.97, 0.92, 0.78], 0.16, { hand: 0.4 });
}

/** Ribs, purlins, eaves, the edge of the roof, cresting and the open door. */
function ironwork(L: Layer, seed: number): void {
  const rust = (x: number, y: number) =>
    tone(IRON, [0.36, 0.27, 0.19], ramp(0.5, 0.75, fbm(x / 30, y / 40, seed + 9, 3)));
  const bar = (points: readonly Touch[]) => L.stroke(points, rust);
  const level = (x0: number, x1: number, y: number, r: number) =>
    bar([
      [x0, y, r],
      [x1, y, r],
    ]);
  for (let i = 0; i <= RIBS; i++) {
    const x = LEFT + i * STEP;
    const [, top] = profile(clamp(x, LEFT + 0.1, RIGHT - 0.1));
    bar([
      [x, GROUND, i % 5 ? 1.3 : 2.6],
      [x, top, i % 5 ? 1.1 : 2.2],
    ]);
  }
  for (const [x0, x1] of [
    [LEFT, HALL_LEFT],
    [HALL_LEFT, HALL_RIGHT],
    [HALL_RIGHT, RIGHT],
  ]) {
    const [eave] = profile((x0 + x1) / 2);
    level(x0 - 4, x1 + 4, eave, 3.4);
    level(x0, x1, mix(GROUND - 34, eave, 0.5), 1.4);
    const edge = roof(x0 + 0.5, x1 - 0.5);
    bar(edge.map(([x, y]) => [x, y, 3]));
    for (const t of [0.33, 0.66]) bar(edge.map(([x, y]) => [x, mix(eave, y, t), 1.2]));
  }
  for (let x = LEFT + 96; x < RIGHT - 90; x += 13)
    if (x < HALL_LEFT - 8 || x > HALL_RIGHT + 8)
      bar([
        [x, RIDGE, 1.2],
        [x, RIDGE - 11, 0.7],
        [x + 4, RIDGE - 6, 0.6],
      ]);
  const [, top] = profile(MID);
  bar([
    [MID, top, 4],
    [MID, top - 34, 1.6],
    [MID, top - 58, 0.6],
  ]);
  L.stroke([[MID, top - 30, 6]], IRON);
  for (const x of HALL)
    bar([
      [x, GROUND, 5],
      [x, 386, 4.4],
      [x, 372, 1.4],
    ]);
  door(L, bar);
}

function door(L: Layer, bar: (points: readonly Touch[]) => void): void {
  const arch = Array.from({ length: 13 }, (_, i): Spot => [
    MID - 42 * Math.cos(i * 0.2618),
    520 - 40 * Math.sin(i * 0.2618),
  ]);
  const opening: Spot[] = [[MID - 42, GROUND], [MID - 42, 520], ...arch, [MID + 42, 520], [MID + 42, GROUND]];
  L.shape(opening, [0.105, 0.14, 0.125], 0.85);
  bar([
    [MID - 42, GROUND, 3.4],
    [MID - 42, 520, 3.4],
    [MID - 30, 492, 3],
    [MID, 480, 3],
    [MID + 30, 492, 3],
    [MID + 42, 520, 3.4],
    [MID + 42, GROUND, 3.4],
  ]);
}

/** The brick base, with weed and salt. */
function base(L: Layer, seed: number): void {
  const brick = (x: number, y: number) => {
    const row = Math.floor(y / 8);
    const one = value(Math.floor((x + (row & 1) * 11) / 22) * 3.7, row * 5.1, seed);
    const weed = ramp(GROUND - 14, GROUND + 8, y + 12 * (fbm(x / 20, y / 20, seed, 2) - 0.5));
    return tone(tone(BRICK, [0.4, 0.33, 0.26], one), [0.2, 0.25, 0.18], weed);
  };
  const block = (x0: number, x1: number, y0: number, y1: number): Spot[] => [
    [x0, y0],
    [x0, y1],
    [x1, y1],
    [x1, y0],
  ];
  for (const [x0, x1] of [
    [LEFT - 8, MID - 44],
    [MID + 44, RIGHT + 8],
  ]) {
    L.shape(block(x0, x1, GROUND + 8, GROUND - 34), brick);
    L.shape(block(x0 - 3, x1, GROUND - 32, GROUND - 38), [0.5, 0.46, 0.37]);
  }
}

export function paintGlasshouse(L: Layer, seed: number): void {
  const rnd = rng(seed + 300);
  inside(L, seed, rnd);
  panes(L, seed, rnd);
  ironwork(L, seed);
  base(L, seed);
  reflect(L, seed);
}
