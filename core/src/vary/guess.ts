import { clamp } from '../maths/ramps.ts';
import { STRAIGHT } from '../maths/curve.ts';
import { hash32 } from '../maths/hash.ts';
import type { Properties } from '../model/coat-schema.ts';
import type { Driver } from '../model/driver-schema.ts';
import { plainBrush, type Brush } from '../model/brush-schema.ts';
import { fromPlate, type Plate, type Raster } from '../raster/raster.ts';
import { smoothSpacing } from './edge-wave.ts';
import { measureShape, reduced, type PlateShape } from './shape.ts';

/** A first guess: the settings and, by property, the reason in one sentence. */
export interface Guess {
  brush: Brush;
  reasons: Record<string, string>;
}

const SHEET_SIDE = 980;
const SIZE_SHARE = 0.08;

const driver = (by: Driver['by'], extra: Partial<Driver> = {}): Driver => ({ by, share: 1, curve: STRAIGHT, ...extra });

const TEXTURED = 0.12;
const RAGGED_SPACING = 16;
const GOAL = 0.72;

/** The largest flow at which the dabs over one place together stay below the goal, so that the texture is not filled up. */
function flowFor(shape: PlateShape, spacingPct: number): number {
  const over = Math.max(1, Math.round(100 / spacingPct));
  for (let flow = 100; flow > 10; flow -= 5) {
    let open = 1;
    for (let k = 0; k < over; k++) open *= 1 - (flow / 100) * shape.fill;
    if (1 - open <= GOAL) return flow;
  }
  return 10;
}

type Rule = (shape: PlateShape, r: Raster, p: Properties, why: Record<string, string>) => void;

function spaceByEdge(r: Raster, p: Properties, why: Record<string, string>, low: number, high: number): void {
  const smooth = smoothSpacing(r);
  p.spacing.rest = clamp(smooth ?? RAGGED_SPACING, low, high);
  why.spacing =
    smooth === undefined
      ? `${p.spacing.rest} %: the outline is ragged, so dabs may be farther apart`
      : `${p.spacing.rest} %: the widest at which the edge of a stroke stays smooth`;
}

const round: Rule = (shape, r, p, why) => {
  Object.assign(p.angle, { low: -180, high: 180, drivers: [driver('chance')] });
  why.angle = 'turned by chance: the tip is about as wide as it is long';
  // a texture needs room between dabs, or it fills up
  spaceByEdge(r, p, why, shape.texture < TEXTURED ? 3 : 12, 30);
};

const long: Rule = (shape, r, p, why) => {
  const leads = shape.taper < 0.55;
  const rest = leads ? -shape.axisDeg : 90 - shape.axisDeg;
  Object.assign(p.angle, {
    rest: Math.round(rest),
    low: -8,
    high: 8,
    follow: 'path',
    drivers: [driver('chance', { spread: 'centred' })],
  });
  why.angle = leads
    ? 'follows the path: the tip is long and tapers, like a leaf'
    : 'follows the path, its long side across: the tip is long, like a flat brush';
  if (leads) {
    p.spacing.rest = 24;
    why.spacing = '24 %: the tip tapers, so it may show';
  } else spaceByEdge(r, p, why, 3, 12);
};

const thin: Rule = (_, __, p, why) => {
  p.spacing.rest = 2;
  why.spacing = '2 %: a thin line needs dabs close together';
  p.angle.follow = 'path';
  why.angle = 'follows the path: the tip is a thin line';
  p.size.low = 50;
};

const scattered: Rule = (shape, _, p, why) => {
  p.spacing.rest = Math.round(clamp(60 + 250 * (0.2 - shape.coverage), 60, 110));
  why.spacing = `${p.spacing.rest} %: the tip is a scatter of small pieces`;
  Object.assign(p.across, { low: -35, high: 35, drivers: [driver('chance')] });
  why.across = 'to both sides by chance: the pieces should not fall in a row';
  Object.assign(p.angle, { low: -180, high: 180, drivers: [driver('chance')] });
  why.angle = 'turned by chance: small pieces have no up or down';
  Object.assign(p.size, {
    low: 55,
    drivers: [driver('pressure', { share: 0.4 }), driver('chance', { share: 0.6, spread: 'apart' })],
  });
};

const ground: Rule = (_, __, p, why) => {
  p.spacing.rest = 20;
  why.spacing = '20 %: the tip fills its frame and is soft at its border';
  Object.assign(p.angle, { low: -180, high: 180, drivers: [driver('chance')] });
  why.angle = 'turned by chance: a ground has no direction';
};

/** The table of rules, first match wins. */
const RULES: readonly { name: string; when: (s: PlateShape) => boolean; rule: Rule }[] = [
  { name: 'scatter', when: (s) => s.pieces >= 6 && s.coverage < 0.2 && s.largestShare < 0.6, rule: scattered },
  { name: 'ground', when: (s) => s.ringShare > 0.3 || (s.coverage > 0.3 && s.pieces > 12), rule: ground },
  { name: 'thin line', when: (s) => s.thinness < 0.06, rule: thin },
  { name: 'long', when: (s) => s.elongation >= 1.6, rule: long },
  { name: 'round', when: () => true, rule: round },
];

/** Which rule a plate falls under. */
export const guessKind = (shape: PlateShape): string => RULES.find(({ when }) => when(shape))?.name ?? 'round';

function plateHash(plate: Plate): number {
  let h = hash32(plate.width, plate.height);
  for (let i = 0; i < plate.data.length; i += 97) h = hash32(h, plate.data[i]);
  return h;
}

/**
 * Settings computed from a plate, so that its first stroke already looks right; each reason says why. A pure function of
 * the plate. Only for new brushes: when a tip is replaced its settings stay.
 */
export function firstGuess(plate: Plate, name: string, plateName: string): Guess {
  const r = reduced(fromPlate(plate));
  return guessFrom(plate, { r, shape: measureShape(r) }, name, plateName);
}

/** The same of a plate that was looked at already: reduced, and measured. */
export function guessFrom(
  plate: Plate,
  { r, shape }: { r: Raster; shape: PlateShape },
  name: string,
  plateName: string,
): Guess {
  const brush = plainBrush(name, plateName, plateHash(plate) % 1000);
  const p = brush.coats[0].properties;
  const reasons: Record<string, string> = {};
  p.size.rest = Math.min(Math.round(SHEET_SIDE * SIZE_SHARE), Math.max(plate.width, plate.height));
  Object.assign(p.size, { low: 60, high: 100, drivers: [driver('pressure')] });
  reasons.size = 'pressed lightly it is smaller, never nothing';
  reasons.flow = '100 %: the inside is even';
  (RULES.find(({ when }) => when(shape)) ?? RULES[RULES.length - 1]).rule(shape, r, p, reasons);
  if (shape.texture >= TEXTURED) {
    p.flow.rest = flowFor(shape, p.spacing.rest);
    const through =
      p.flow.rest < 100
        ? 'the inside is textured and should show through'
        : 'the dabs hardly overlap, so the inside shows';
    reasons.flow = `${p.flow.rest} %: ${through}`;
  }
  if (shape.mirrorX < 0.8) {
    p.mirrorX.chance = 0.5;
    reasons.mirrorX = 'half of the dabs: the tip is not its own mirror image';
  }
  return { brush, reasons };
}

/** The brush with plain values in place of its guess: name, plate and seed stay. */
export function withoutGuess(brush: Brush): Brush {
  return { ...plainBrush(brush.name, brush.coats[0].deck.cards[0].plate, brush.seed), name: brush.name };
}
