import { cosineTurns as cosine, sineTurns as sine } from '../maths/angles.ts';
import type { PenPoint, PenStroke, Strokes } from '../model/strokes.ts';

interface Hand {
  x: number;
  y: number;
  pressure: number;
}

const SAMPLES = 64;
const STEP_MS = 12;

const point = (hand: Hand, t: number): PenPoint => ({ ...hand, t, tiltX: 0, tiltY: 0, twist: 0 });

/** A stroke from a function of 0..1; `ms` is how long the hand takes. */
function along(f: (t: number) => Hand, ms = SAMPLES * STEP_MS): PenStroke {
  return { points: Array.from({ length: SAMPLES + 1 }, (_, i) => point(f(i / SAMPLES), (i / SAMPLES) * ms)) };
}

const dab = (x: number, y: number, pressure: number, times = 1): PenStroke => ({
  points: Array.from({ length: times }, (_, i) => point({ x, y, pressure }, i * 180)),
});

/** Rises and falls like a slow swell of the hand. */
const swell = (t: number): number => 0.12 + 0.88 * sine(t / 2) * (2 - sine(t / 2));

export const TRIAL_SIZE = { width: 600, height: 980 } as const;

/**
 * The standard trial strokes of the sheet: a slow swell of pressure, a loop, a fast straight line, three single dabs and
 * a spot clicked five times. Laid out for 600 x 980 px; the same for every brush, so that brushes can be compared.
 */
export function trialStrokes(): Strokes {
  return {
    ...TRIAL_SIZE,
    strokes: [
      along((t) => ({ x: 70 + 460 * t, y: 118 - 34 * sine(t * 1.02 + 0.5), pressure: swell(t) }), 1600),
      along((t) => {
        const shrink = 1 - 0.16 * t;
        return {
          x: 300 + 148 * shrink * sine(t * 1.16 - 0.06),
          y: 378 - 128 * shrink * cosine(t * 1.16 - 0.06),
          pressure: 0.3 + 0.6 * t,
        };
      }, 1900),
      along((t) => ({ x: 58 + 484 * t, y: 640 - 6 * t, pressure: 0.72 }), 130),
      dab(100, 830, 1),
      dab(235, 830, 0.6),
      dab(352, 830, 0.25),
      dab(500, 830, 0.8, 5),
    ],
  };
}

/** The two wide strokes come so near to one another, in shares of the sheet's height, and so far apart when they are flat. */
const NEAREST = 0.2;
const FARTHEST = 0.5;
const between = (a: number, b: number, t: number): number => a + (b - a) * t;

/**
 * Two broad strokes for a wide sheet of any size: an open wave and an arch that grows and fades. The broader what is
 * printed along them (`broadPx`), the flatter they run, so that they never merge; of what is broader than half of the
 * sheet there is one, in the middle.
 */
export function wideStrokes(width: number, height: number, broadPx = 0): PenStroke[] {
  const flat = Math.min(1, Math.max(0, (broadPx / height - NEAREST) / (FARTHEST - NEAREST)));
  const alone = broadPx > FARTHEST * height;
  const bend = 1 - flat;
  const margin = Math.max(0.11, Math.min(0.3, broadPx / 2 / width));
  const waveAt = alone ? 0.5 : between(0.27, 0.25, flat);
  const wave = along(
    (t) => ({
      x: width * (margin + (1 - 2 * margin) * t),
      y: height * (waveAt + 0.085 * bend * sine(t * 1.02 + 0.02)),
      pressure: swell(t),
    }),
    1600,
  );
  if (alone) return [wave];
  const archIn = margin + 0.02;
  const arch = along((t) => {
    const rise = sine(t / 2);
    return {
      x: width * (archIn + (1 - 2 * archIn) * t),
      y: height * (between(0.82, 0.75, flat) - bend * (0.3 * rise * rise - 0.03 * t)),
      pressure: t < 0.55 ? 0.18 + 1.4 * t : 0.95 - 1.45 * (t - 0.55),
    };
  }, 1500);
  return [wave, arch];
}

/** The one stroke that a brush is shown by in the cabinet. */
export function portraitStroke(width: number, height: number): Strokes {
  const stroke = along(
    (t) => ({ x: width * (0.1 + 0.8 * t), y: height * (0.5 + 0.16 * sine(t * 1.05 + 0.5)), pressure: swell(t) }),
    1500,
  );
  return { width, height, strokes: [stroke] };
}

/** The lightest press that a pen tells apart from none. */
const LIGHTEST = 0.02;

/** Single dabs in a row of cells, pressed from the lightest to full. */
export function singleDabs(cells: number, cellPx: number): Strokes {
  const strokes = Array.from({ length: cells }, (_, i) =>
    dab((i + 0.5) * cellPx, cellPx / 2, LIGHTEST + (1 - LIGHTEST) * (i / (cells - 1))),
  );
  return { width: cells * cellPx, height: cellPx, strokes };
}

/** A row of cells, each pressed at one place: once in the first, once more in every next. */
export function builtUpDabs(cells: number, cellPx: number): Strokes {
  const strokes = Array.from({ length: cells }, (_, i) => dab((i + 0.5) * cellPx, cellPx / 2, 0.8, i + 1));
  return { width: cells * cellPx, height: cellPx, strokes };
}
