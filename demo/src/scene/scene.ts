/** "The glasshouse at low tide": RGBA layers, back to front, in a calm painted manner. Units: a picture of 1600 x 1000. */
import { fbm, mix, ramp, rng, value } from '../art/noise.ts';
import { figure } from './figure.ts';
import { floor } from './floor.ts';
import { paintGlasshouse } from './glasshouse.ts';
import { Layer, paper, smooth, tone, type PaintedLayer, type Spot } from './paintbox.ts';
import { HORIZON, skyOf, SLATE, SUN, type Sky } from './scene-light.ts';

/** Long clouds, flatter and closer together towards the horizon. */
function clouds(L: Layer, seed: number): void {
  const rnd = rng(seed + 11);
  for (let i = 0; i < 26; i++) {
    const t = rnd() ** 0.7;
    const y = mix(60, HORIZON - 26, t);
    const x = rnd() * 1700 - 50;
    const long = mix(420, 150, t) * (0.6 + 0.8 * rnd());
    const thick = mix(30, 6, t) * (0.5 + rnd());
    const bulge = (k: number) => thick * Math.sin((Math.PI * k) / 12);
    const at = (k: number) => x + long * (k / 12 - 0.5);
    const top = Array.from({ length: 13 }, (_, k): Spot => [at(k), y - bulge(k) * (0.3 + 1.1 * value(k / 2, i, seed))]);
    const under = Array.from({ length: 11 }, (_, k): Spot => [at(11 - k), y + 0.3 * bulge(11 - k)]);
    const warm = ramp(900, 100, Math.sqrt((x - SUN[0]) ** 2 + ((y - SUN[1]) * 1.6) ** 2));
    const colour = tone(tone(SLATE, [0.62, 0.64, 0.56], t), [0.96, 0.8, 0.56], 0.75 * warm);
    L.shape(smooth([...top, ...under], 3), colour, mix(0.5, 0.75, rnd()), { rough: 0.8, streak: 0.12 });
  }
}

function hills(L: Layer, seed: number): void {
  const ridge = Array.from({ length: 41 }, (_, i): Spot => [
    i * 40,
    HORIZON - 5 - 26 * fbm(i / 5, 1, seed + 22, 4) * ramp(0, 12, Math.abs(i - 12) + 3),
  ]);
  const haze = (x: number) => tone([0.72, 0.66, 0.5], [0.49, 0.535, 0.475], Math.abs(x - SUN[0]) / 500);
  L.shape([[0, HORIZON + 3], ...ridge, [1600, HORIZON + 3]], haze, 0.9);
}

/** Water first, the sky again but dimmer; then bars of silt with a lit edge. */
function flats(L: Layer, seed: number, skyAt: Sky): void {
  const sand = (x: number, y: number) => {
    const d = 1 / (0.012 + (y - HORIZON) / 440);
    const drift = 0.25 * fbm((x * d) / 700, d, seed + 24, 2);
    return fbm(((x - 800) * d) / 900 + 20, d * 1.45 + drift, seed + 23, 5);
  };
  const ground = (x: number, y: number) => {
    const s = sand(x, y);
    const near = ramp(HORIZON, 960, y);
    const water = tone(skyAt(x, HORIZON - (y - HORIZON) * 1.1), [0.4, 0.45, 0.4], 0.14 + 0.3 * near);
    const bar = ramp(0.478, 0.492, s);
    const damp = tone([0.475, 0.44, 0.345], [0.365, 0.36, 0.3], ramp(0.49, 0.6, s));
    const silt = tone(damp, [0.25, 0.265, 0.235], 0.65 * near);
    const lit = ramp(0.462, 0.478, s) * (1 - bar) * ramp(900, 100, Math.abs(x - SUN[0]));
    return tone(tone(water, silt, bar), [1, 0.9, 0.68], 0.6 * lit);
  };
  L.wash((_, y) => (y > HORIZON ? 1 : 0), ground, 1, HORIZON, 1000, { streak: 0.1, rough: 0 });
}

/** The sun on the water, and the withy stakes of the channel. */
function glitterAndStakes(L: Layer, seed: number): void {
  const rnd = rng(seed + 21);
  for (let i = 0; i < 70; i++) {
    const y = HORIZON + 4 + 250 * rnd() ** 2.2;
    const s = (y - HORIZON) / 260;
    const x = () => SUN[0] + (rnd() - 0.5) * (70 + 420 * s);
    const glint = [
      [x(), y, 0.7 + 1.6 * s],
      [x(), y, 0.4],
    ] as const;
    L.stroke(glint, [1, 0.92, 0.72], 0.55, { rough: 0.9 });
  }
  for (let i = 0; i < 13; i++) {
    const t = i / 12;
    const x = mix(40, 470, t ** 0.8);
    const y = mix(716, 574, t);
    const s = mix(1, 0.16, t);
    const stake = [
      [x, y, 5 * s],
      [x + 3 * s, y - (62 + 26 * rnd()) * s, 3.6 * s],
    ] as const;
    const mirrored = [
      [x, y, 4 * s],
      [x - 5 * s, y + 40 * s, 2 * s],
    ] as const;
    L.stroke(stake, tone([0.19, 0.2, 0.175], [0.55, 0.5, 0.39], t));
    L.stroke(mirrored, [0.2, 0.21, 0.18], 0.3, { rough: 0.9 });
  }
}

function sky(L: Layer, seed: number, skyAt: Sky): void {
  L.wash(() => 1, skyAt, 1, 0, 1000, { streak: 0.035, rough: 0 });
  L.stroke([[SUN[0], SUN[1], 12]], [1, 0.9, 0.66], 0.55, { soft: 190 * L.u, glow: true, streak: 0 });
  L.stroke([[SUN[0], SUN[1] - 6, 21]], [1, 0.945, 0.8], 0.95, { rough: 0.1, streak: 0 });
  clouds(L, seed);
  hills(L, seed);
  flats(L, seed, skyAt);
  glitterAndStakes(L, seed);
}

type Painter = (layer: Layer, seed: number, skyAt: Sky) => void;
const LAYERS: Record<string, Painter> = { sky, panes: paintGlasshouse, figure, floor };

/** The layers of the scene, back to front; the height is 5/8 of the width. The same seed paints the same bytes. */
export function glasshouseScene(width = 1600, seed = 1): PaintedLayer[] {
  const on = paper(width, Math.round((width * 5) / 8), seed);
  const skyAt = skyOf(seed);
  return Object.entries(LAYERS).map(([name, paint]) => {
    const layer = new Layer(name, on);
    paint(layer, seed, skyAt);
    return layer.done();
  });
}
