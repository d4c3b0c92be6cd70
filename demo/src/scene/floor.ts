/** The deck: planks towards the house, puddles that mirror the sky and the gardener. Units: a picture of 1600 x 1000. */
import { fbm, ramp, rng, value } from '../art/noise.ts';
import { tone, type Layer } from './paintbox.ts';
import { DECK, HORIZON, MAN, type Sky } from './scene-light.ts';

/** Samphire at the edge. */
function samphire(L: Layer, rnd: () => number): void {
  for (let i = 0; i < 46; i++) {
    const x = rnd() < 0.5 ? 20 + 220 * rnd() ** 1.5 : 1590 - 420 * rnd() ** 1.5,
      l = 20 + 52 * rnd(),
      d = (rnd() - 0.5) * 26;
    L.stroke(
      [
        [x, DECK + 8, 2.2],
        [x + d * 0.4, DECK - l * 0.6, 1.5],
        [x + d, DECK - l, 0.4],
      ],
      tone([0.16, 0.19, 0.14], [0.4, 0.38, 0.24], rnd()),
      0.95,
    );
  }
}

export function floor(L: Layer, seed: number, sky: Sky): void {
  const V = [860, 470],
    rnd = rng(seed + 41);
  const lipAt = (x: number) => DECK + 3 * (value(Math.floor((x + 2000) / 61) * 3.1, 2, seed) - 0.5) * 2;
  const across = (x: number, y: number) => ((x - V[0]) * (1000 - V[1])) / (y - V[1]) / 118; // plank number, widening towards us
  const puddle = (x: number, y: number) => {
    const d = (y - 700) / 300;
    return (
      fbm(across(x, y) * 0.28 + 9, (y * 0.011) / d, seed + 43, 4) +
      0.1 * Math.exp(-(((x - 500) / 240) ** 2) - ((y - 925) / 42) ** 2) * 1.4
    );
  };
  L.wash(
    (x: number, y: number) => ramp(-1, 1, y - lipAt(x)),
    (x: number, y: number) => {
      const q = across(x, y),
        i = Math.floor(q),
        e = Math.min(q - i, 1 - q + i) * 118,
        near = (y - DECK) / 154;
      const grain = fbm(q * 16, y * 0.012 + i * 7, seed + 44, 3);
      let c = tone(
        tone([0.335, 0.31, 0.25], [0.455, 0.41, 0.315], value(i * 3.3, 1, seed)),
        [0.2, 0.2, 0.175],
        0.5 * near + 0.5 * (grain - 0.35),
      );
      const joint = Math.abs(((y + 97 * ((i * 5) % 7)) % 190) - 95) < 1.2 ? 0.6 : 0;
      c = tone(c, [0.09, 0.1, 0.09], Math.max(ramp(3.4, 1.2, e), joint));
      // lamplight on the boards
      c = tone(c, [0.95, 0.66, 0.34], 0.36 * Math.exp(-Math.hypot((x - MAN[0] - 95) * 0.8, (y - 858) * 2.2) / 90));
      const s = puddle(x, y),
        wet = ramp(0.565, 0.573, s),
        rim = ramp(0.545, 0.566, s) * (1 - wet);
      let m = tone(
        sky(x + 10 * (value(x / 90, y / 3, seed) - 0.5), HORIZON - (y - DECK) * 2.2 - 60),
        [0.3, 0.34, 0.31],
        0.22 + 0.2 * near,
      );
      const man = ramp(78, 56, Math.abs(x - MAN[0] + 6 * (value(y / 4, 3, seed) - 0.5) * 2)) * ramp(1010, 900, y);
      const lamp =
        Math.exp(-(((x - MAN[0] - 92 + 8 * (value(y / 3, 5, seed) - 0.5)) / 17) ** 2)) *
        Math.exp(-(((y - 944) / 46) ** 2));
      m = tone(tone(m, [0.12, 0.14, 0.14], 0.85 * man), [1, 0.8, 0.45], lamp);
      return tone(tone(c, [0.13, 0.135, 0.12], 0.6 * rim), m, 0.94 * wet);
    },
    1,
    DECK - 8,
    1000,
    { streak: 0.12, rough: 0 },
  );
  L.wash(
    (x: number, y: number) => ramp(lipAt(x) - 1, lipAt(x), y) * ramp(lipAt(x) + 5, lipAt(x) + 4, y),
    [0.62, 0.53, 0.37],
    0.5,
    DECK - 8,
    DECK + 14,
  );
  samphire(L, rnd);
}
