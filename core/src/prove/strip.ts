import { AmberError } from '../errors.ts';
import type { Plates } from '../ink/coat.ts';
import type { InkEngine } from '../ink/engine.ts';
import { layOnce, sheetOrder, type BrushWithPlates, type StrokeDabs } from '../ink/print.ts';
import { largestPx, unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Coat, Grain } from '../model/coat-schema.ts';
import type { PenPoint, PenStroke } from '../model/strokes.ts';
import { raster, type Plate, type Raster } from '../raster/raster.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { dabsOf } from '../vary/dabs.ts';
import { cosineTurns, sineTurns } from '../maths/angles.ts';
import type { TwinBand } from './band-twin.ts';
import { straightened, type Way } from './straighten.ts';
import { analysedTip } from '../flaws/analysed-tip.ts';

/** A nominal tip in px of a strip. */
export const STRIP_SIDE = 96;
/** Length of the standard stroke in nominal tips. */
export const STANDARD_LENGTH = 20;
/** Pressure of the standard stroke, 0..1: a hand neither light nor heavy. */
const PRESSURE = 0.7;

/** A dab as it lies in a strip: lengths in strip px, the turn against the path in turns. */
export interface StripDabs {
  count: number;
  u: Float64Array;
  v: Float64Array;
  turns: Float64Array;
  /** strip px of the whole plate's longer side, signed: negative where mirrored; squashed by the aspect */
  across: Float64Array;
  down: Float64Array;
  /** place in `tips` */
  tip: Uint8Array;
}

/** A grain over the sheet: the coverage with and without it, and the tile's two sides as vectors, all in strip px. */
export interface GrainedSheet {
  bare: Raster;
  grained: Raster;
  sides: readonly (readonly [number, number])[];
}

/** A stroke laid straight: what is seen of it, where its dabs lie, and what they were printed with. */
export interface Strip {
  /** coverage of all coats without grain, u along the path, v across */
  image: Raster;
  /** px of the nominal tip */
  side: number;
  /** mean way from dab to dab, px */
  step: number;
  /** px of the sheet for one px of the strip */
  sheetPx: number;
  /** of each coat that prints, the lowest first */
  coats: { coat: number; dabs: StripDabs; tips: readonly Plate[] }[];
  grain: GrainedSheet | undefined;
  /** the image as it would be if others of the same size were in the place of some plates */
  printedWith: (other: (plate: Plate) => Plate) => Raster;
  /** the coats that are bent along the path, and after how many px of the sheet they come back */
  bands?: readonly TwinBand[];
}

/** The brush without what the paper does to it: grains that do not move with the dab, and the tilt of the sheet. */
const withoutPaper = (brush: Brush): Brush => ({
  ...brush,
  coats: brush.coats.map((coat) => ({
    ...coat,
    sizeFixedTo: 'sheet',
    floor: { tiltDeg: 0, directionDeg: 0 },
    grain: movesWithDab(coat.grain) ? coat.grain : null,
    deck: { ...coat.deck, cards: coat.deck.cards.map((c) => (movesWithDab(c.grain) ? c : { ...c, grain: null })) },
  })),
});

const movesWithDab = (grain: Grain | null | undefined): boolean => grain?.fixedTo === 'dab';

/** The grains that stay where the paper is, of the coats that print. */
const paperGrains = (coats: readonly Coat[]): Grain[] =>
  coats
    .filter(({ muted }) => !muted)
    .flatMap(({ grain, deck }) => [grain, ...deck.cards.map((c) => c.grain)])
    .filter((grain): grain is Grain => !!grain && !movesWithDab(grain));

const point = (x: number, y: number, t: number): PenPoint => ({
  x,
  y,
  t,
  pressure: PRESSURE,
  tiltX: 0,
  tiltY: 0,
  twist: 0,
});

/** A straight stroke of so many px, drawn at half a px in a millisecond with one pressure. */
export const evenStroke = (px: number): PenStroke => ({
  points: [point(0, 0, 0), point(px, 0, px * 2)],
});

/** The size that dabs commonly have, px: that under which four fifths of them lie, over a stroke. */
function commonSize(brush: Brush, stroke: PenStroke): number {
  const sizes = unmutedCoats(brush).flatMap((coat) => {
    const { sizePx, count } = dabsOf(brush, coat, stroke, 0);
    const sorted = sizePx.slice(0, count).sort();
    return count > 0 ? [sorted[Math.floor(0.8 * (count - 1))]] : [];
  });
  return Math.max(0, ...sizes);
}

/** What is seen of a nominal dab, sheet px: its common size, less the empty border of its plate. */
export function nominalPx(brush: Brush, plates: Plates, stroke?: PenStroke): number {
  const rest = Math.max(...brush.coats.map(largestPx));
  const size = commonSize(brush, stroke ?? evenStroke(10 * Math.max(1, rest)));
  let seen = 0;
  for (const coat of unmutedCoats(brush))
    for (const { plate, muted } of brush.coats[coat].deck.cards) {
      const held = plates.get(plate);
      if (held && !muted) seen = Math.max(seen, analysedTip(held).share);
    }
  return size * Math.min(1, Math.max(0.15, seen / 0.75));
}

/** The dabs of one coat as they lie in the strip. */
function stripDabs(table: DabTable, way: Way, zoom: number): StripDabs {
  const count = table.count;
  const made: StripDabs = {
    count,
    u: new Float64Array(count),
    v: new Float64Array(count),
    turns: new Float64Array(count),
    across: new Float64Array(count),
    down: new Float64Array(count),
    tip: table.card.slice(0, count),
  };
  const place = new Float64Array(3);
  for (let i = 0; i < count; i++) {
    way.find(table.x[i] * zoom, table.y[i] * zoom, table.alongPx[i] * zoom, place);
    made.u[i] = place[0];
    made.v[i] = place[1];
    made.turns[i] = table.angleDeg[i] / 360 - place[2];
    const aspect = table.aspectPct[i];
    const size = table.sizePx[i] * zoom;
    made.across[i] = size * (aspect > 100 ? 100 / aspect : 1) * (table.mirrorX[i] ? -1 : 1);
    made.down[i] = size * (aspect < 100 ? aspect / 100 : 1) * (table.mirrorY[i] ? -1 : 1);
  }
  return made;
}

/** Coverage of one stroke over a sheet. */
function coverageOf(
  engine: InkEngine,
  painted: BrushWithPlates,
  laid: readonly StrokeDabs[],
  size: { width: number; height: number },
  zoom: number,
): Raster {
  const image = raster(size.width, size.height);
  layOnce(engine, sheetOrder(painted, laid, size, 'none', zoom), ({ prints }) => {
    for (const one of prints)
      engine.eachCovered(one, size, (row, from, values) => image.data.set(values, row * size.width + from));
  });
  return image;
}

/** How far dabs reach beyond the path, sheet px. */
function reachOf(
  tables: readonly DabTable[],
  stroke: PenStroke,
): { left: number; top: number; right: number; bottom: number } {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  const add = (x: number, y: number, r: number) => {
    box.left = Math.min(box.left, x - r);
    box.top = Math.min(box.top, y - r);
    box.right = Math.max(box.right, x + r);
    box.bottom = Math.max(box.bottom, y + r);
  };
  for (const { x, y } of stroke.points) add(x, y, 0);
  for (const t of tables) for (let i = 0; i < t.count; i++) add(t.x[i], t.y[i], t.sizePx[i] * 0.71);
  return box;
}

/** A stroke moved by (dx, dy). */
const moved = ({ points }: PenStroke, dx: number, dy: number): PenStroke => ({
  points: points.map((p) => ({ ...p, x: p.x + dx, y: p.y + dy })),
});

/** The larger of these a sheet is not drawn at, px. */
const MOST_PX = 24_000_000;

/**
 * Draws a stroke so that a nominal tip is 96 px and lays it straight. `index` is its place among the strokes, for chance.
 * Undefined where it holds fewer than three dabs. Throws missing-plate and what making dabs throws.
 */
export function stripOf(
  engine: InkEngine,
  { brush: given, plates }: BrushWithPlates,
  nominal: number,
  stroke: PenStroke,
  index: number,
): Strip | undefined {
  const brush = withoutPaper(given);
  const coats = unmutedCoats(brush);
  const far = coats.map((coat) => dabsOf(brush, coat, stroke, index));
  const zoom = STRIP_SIDE / nominal;
  const box = reachOf(far, stroke);
  const margin = nominal;
  const shifted = moved(stroke, margin - box.left, margin - box.top);
  const size = {
    width: Math.ceil((box.right - box.left + 2 * margin) * zoom),
    height: Math.ceil((box.bottom - box.top + 2 * margin) * zoom),
  };
  if (size.width * size.height > MOST_PX)
    throw new AmberError('bad-value', 'The stroke is too long for its echo to be measured; measure a shorter one.');
  const laid = coats.map((coat) => ({ stroke: index, coat, dabs: dabsOf(brush, coat, shifted, index) }));
  const most = Math.max(...laid.map(({ dabs }) => dabs.count));
  if (most < 3) return undefined;
  const bare = coverageOf(engine, { brush, plates }, laid, size, zoom);
  const { read, way } = straightened(bare, shifted, given.steady, zoom, STRIP_SIDE);
  const papers = paperGrains(given.coats);
  return {
    image: read(bare),
    side: STRIP_SIDE,
    step: way.lengthPx / Math.max(1, most - 1),
    sheetPx: 1 / zoom,
    coats: laid.map(({ coat, dabs }) => {
      const tips = brush.coats[coat].deck.cards.map(({ plate }) => plates.get(plate) as Plate);
      return { coat, dabs: stripDabs(dabs, way, zoom), tips };
    }),
    grain:
      papers.length > 0
        ? {
            bare,
            grained: coverageOf(engine, { brush: { ...given, coats: onPaper(given) }, plates }, laid, size, zoom),
            sides: papers.flatMap((grain) => tileSides(grain, plates, zoom)),
          }
        : undefined,
    printedWith: (other) => {
      const others = new Map([...plates].map(([name, plate]) => [name, other(plate)]));
      return read(coverageOf(engine, { brush, plates: others }, laid, size, zoom));
    },
  };
}

const onPaper = (brush: Brush): Coat[] =>
  brush.coats.map((coat) => ({ ...coat, floor: { tiltDeg: 0, directionDeg: 0 } }));

/** The two sides of a grain's tile as vectors on the sheet, strip px. */
function tileSides(grain: Grain, plates: Plates, zoom: number): (readonly [number, number])[] {
  const plate = plates.get(grain.plate);
  if (!plate) return [];
  const scale = (grain.scale / 100) * zoom;
  const [s, c] = [sineTurns(grain.angle / 360), cosineTurns(grain.angle / 360)];
  return [
    [c * plate.width * scale, s * plate.width * scale],
    [-s * plate.height * scale, c * plate.height * scale],
  ];
}
