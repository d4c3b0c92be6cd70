import { sineTurns as sine } from '../maths/angles.ts';
import type { PenPoint, PenStroke } from '../model/strokes.ts';

/** Strokes of a pen as they were drawn, in a box of 640 x 300 px. */
export interface Recording {
  name: string;
  label: string;
  strokes: PenStroke[];
}
export const RECORDING_SIZE = { width: 640, height: 300 } as const;

const SAMPLES = 90;

/** A stroke from a function of 0..1 that takes `ms`; what it leaves out is a pen held upright. */
function drawn(f: (t: number) => Partial<PenPoint> & { x: number; y: number }, ms: number): PenStroke {
  const points = Array.from({ length: SAMPLES + 1 }, (_, i) => {
    const t = i / SAMPLES;
    return { pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0, ...f(t), t: t * ms };
  });
  return { points };
}

/** Rises to `most` and falls again. */
const rise = (t: number, most: number): number => 0.05 + (most - 0.05) * sine(t / 2);

const swell = (): PenStroke[] => [
  drawn((t) => ({ x: 50 + 540 * t, y: 150 - 55 * sine(t * 0.9), pressure: rise(t, 1) }), 2400),
];

const flick = (): PenStroke[] =>
  [0, 1, 2].map((k) =>
    // fast at the end, when the pen is already leaving
    drawn(
      (t) => ({
        x: 60 + 120 * k + 330 * t * t,
        y: 240 - 170 * t * (0.5 + 0.5 * t),
        pressure: 0.95 * (1 - t) * (1 - t) + 0.03,
      }),
      260,
    ),
  );

const hatching = (): PenStroke[] =>
  Array.from({ length: 14 }, (_, k) =>
    drawn(
      (t) => ({
        x: 90 + 32 * k + 70 * t + 3 * sine(k * 0.37),
        y: 60 + 180 * t + 4 * sine(k * 0.61),
        pressure: 0.35 + 0.4 * rise(t, 1),
      }),
      300,
    ),
  );

const scrawl = (): PenStroke[] => [
  drawn((t) => {
    const loops = t * 5.2;
    return {
      x: 60 + 500 * t + 34 * sine(loops + 0.25),
      y: 150 + (70 - 40 * t) * sine(loops) + 20 * sine(t * 2.3),
      pressure: 0.45 + 0.35 * sine(loops + 0.6),
      tiltX: 18,
      tiltY: 24,
    };
  }, 1900),
  drawn((t) => ({ x: 120 + 430 * t, y: 250 - 18 * t, pressure: 0.8 * (1 - t) + 0.1, tiltX: 18, tiltY: 24 }), 380),
];

const shading = (): PenStroke[] =>
  Array.from({ length: 5 }, (_, k) =>
    drawn((t) => {
      const away = k % 2 === 0 ? t : 1 - t;
      return {
        x: 80 + 470 * away,
        y: 70 + 40 * k + 6 * sine(t * 1.5),
        pressure: 0.35 + 0.2 * sine(t),
        tiltX: 20 + 45 * (k / 4),
        tiltY: 10 + 35 * t,
        twist: 360 * ((t * 0.5 + k * 0.2) % 1),
      };
    }, 900),
  );

/** Recorded strokes that ship: what a pen can tell beside a place. */
export const recordings = (): Recording[] => [
  { name: 'swell', label: 'slow swell', strokes: swell() },
  { name: 'flick', label: 'flicks', strokes: flick() },
  { name: 'hatching', label: 'hatching', strokes: hatching() },
  { name: 'scrawl', label: 'scrawl', strokes: scrawl() },
  { name: 'shading', label: 'shading with a tilted pen', strokes: shading() },
];
