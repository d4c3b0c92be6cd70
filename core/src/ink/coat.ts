import type { CoatPrint, Rgb } from './types.ts';
import { AmberError } from '../errors.ts';
import { partsOf } from '../maths/colour.ts';
import { chance6 } from '../maths/hash.ts';
import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Coat, Grain } from '../model/coat-schema.ts';
import type { Plate } from '../raster/raster.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { dealerOfRepeats } from '../vary/deal.ts';
import type { BandOrder } from './band/lay-band.ts';
import type { InkEngine } from './engine.ts';
import { onlyTakes } from './composite.ts';
import { grainField, throughOf, type GrainField } from './grain.ts';
import { freeCoat, grow, type CoatBefore, type LaidCoat, type LayMore } from './grow.ts';
import type { LayRule } from './lay-rule.ts';
import { sheetTiltOf } from './place.ts';
import { TILE, type SheetSize } from './sheet-size.ts';
import { dabColours, isTinted } from './tint.ts';

/** Plates by the name that cards and grains carry. */
export type Plates = ReadonlyMap<string, Plate>;

export const GROUNDS = ['white', 'gray', 'black'] as const;
/** Paper of a tone, of a colour such as #2a211c, the scene, or a picture of the user's. */
export type Ground = (typeof GROUNDS)[number] | 'scene' | 'picture' | `#${string}`;
export const GROUND_FORM = /^(white|gray|black|scene|picture|#[0-9a-f]{6})$/;

const GROUND_COLOUR: Readonly<Record<string, Rgb>> = {
  white: [1, 1, 1],
  gray: [128 / 255, 128 / 255, 128 / 255],
  black: [0, 0, 0],
};

/** The paper of a ground; behind a scene or picture it is white. */
export const groundColour = (ground: Ground): Rgb =>
  ground.startsWith('#') ? partsOf(ground) : (GROUND_COLOUR[ground] ?? GROUND_COLOUR.white);

/** Darker paper is printed on in white. */
const DARK = 0.25;
const isDark = ([r, g, b]: Rgb): boolean => 0.2126 * r + 0.7152 * g + 0.0722 * b < DARK;

/** Ink of a coat: its own colour; without one black, on dark paper white. */
export function inkColour(coat: Coat, ground: Ground | 'none'): Rgb {
  const { colour } = coat.ink;
  if (colour === null) return ground !== 'none' && isDark(groundColour(ground)) ? [1, 1, 1] : [0, 0, 0];
  return partsOf(colour);
}

function plateNamed(plates: Plates, name: string): Plate {
  const found = plates.get(name);
  if (!found) throw new AmberError('missing-plate', `The plate ${name} is not here; put it beside the brush.`, name);
  return found;
}

/** The plates of a coat's cards in order; throws missing-plate. */
export const platesOf = (coat: Coat, plates: Plates): Plate[] =>
  coat.deck.cards.map(({ plate }) => plateNamed(plates, plate));

/** Which coat of which stroke is printed, with what, and where. */
export interface CoatJob {
  brush: Brush;
  coat: number;
  stroke: number;
  plates: Plates;
  size: SheetSize;
  zoom: number;
  ground: Ground | 'none';
}

/** Chance draws of grains, and of the pieces of a band: behind all properties. */
const GRAIN_INDEX = 121;
const PIECE_INDEX = 122;

/** Where the pieces of a band begin, by chance. */
const pieceDraw =
  ({ brush, stroke, coat }: CoatJob): BandOrder['draw'] =>
  (piece, turn) =>
    chance6(brush.seed >>> 0, stroke, coat * 256 + PIECE_INDEX, piece, turn, 0);

/** How far a grain is moved, in tiles: by chance for each stroke where it is not fixed to the sheet. */
function shiftOf(grain: Grain, { brush, stroke, coat }: CoatJob): [number, number] {
  if (grain.fixedTo === 'sheet') return [0, 0];
  const draw = (k: number) => chance6(brush.seed >>> 0, stroke, coat * 256 + GRAIN_INDEX, 0, k, 0);
  return [draw(0), draw(1)];
}

const numbers = new WeakMap<Plate, number>();
let lastNumber = 0;

/** A number for a plate object, for keys. */
function numberOf(plate: Plate): number {
  const number = numbers.get(plate) ?? ++lastNumber;
  numbers.set(plate, number);
  return number;
}

/** The grain over whole tiles of the sheet, made once for each. */
function tileGrain(engine: InkEngine, grain: Grain, job: CoatJob): (x: number, y: number) => GrainField {
  const plate = plateNamed(job.plates, grain.plate);
  const shift = shiftOf(grain, job);
  const { scale, angle, mirror, brightness, contrast, invert } = grain;
  const look = [numberOf(plate), scale, angle, mirror, brightness, contrast, invert, job.zoom, ...shift].join(' ');
  const { left = 0, top = 0 } = job.size;
  return (x, y) => {
    const [onSheetX, onSheetY] = [x + left, y + top];
    const field = engine.grainField(`${look} ${onSheetX} ${onSheetY}`, () =>
      grainField(grain, plate, { x0: onSheetX, y0: onSheetY, width: TILE, height: TILE }, job.zoom, shift),
    );
    return left === 0 && top === 0 ? field : { ...field, x0: x, y0: y };
  };
}

/** The grain around a dab's own centre: the same values for each dab, moved by whole pixels. */
function dabGrain(grain: Grain, dabs: DabTable, job: CoatJob): LayRule['grainsOf'] {
  let largest = 0;
  for (let i = 0; i < dabs.count; i++) largest = Math.max(largest, dabs.sizePx[i]);
  const reach = Math.ceil(largest * job.zoom * 0.7072) + 3;
  const side = 2 * reach + 1;
  const plate = plateNamed(job.plates, grain.plate);
  const { values } = grainField(grain, plate, { x0: -reach, y0: -reach, width: side, height: side }, job.zoom, [0, 0]);
  return () => (dab) => ({
    values,
    x0: Math.floor(dabs.x[dab] * job.zoom) - reach,
    y0: Math.floor(dabs.y[dab] * job.zoom) - reach,
    stride: side,
  });
}

/** The grain of each card that is laid dab by dab: its own, or the coat's where that applies to dabs. */
function cardGrains(coat: Coat): (Grain | null)[] {
  const common = coat.grain?.appliesTo === 'dab' ? coat.grain : null;
  return coat.deck.cards.map((card) => card.grain ?? common);
}

/** Dabs of one way overlap over at most a dab's size of it; a little more allows for scatter along the path. */
const SAME_WAY = 1.5;

/** How far along the path a pixel may have been reached before by the same way, px, for each dab. */
const reachesOf = ({ sizePx, count }: DabTable): Float64Array => sizePx.subarray(0, count).map((px) => SAME_WAY * px);

/** What a coat is to those below it; without what it would join, it is the stroke itself. */
const joinOf = ({ brush, coat }: Pick<CoatJob, 'brush' | 'coat'>): Coat['join'] =>
  coat === unmutedCoats(brush)[0] ? 'over' : brush.coats[coat].join;

/** Whether a coat only takes away from those below, so that its own colours are never seen. */
export const takesAway = (job: Pick<CoatJob, 'brush' | 'coat'>): boolean => onlyTakes(joinOf(job));

/** What the dabs of a coat do besides building up in one ink; undefined when nothing. */
function ruleOf(engine: InkEngine, job: CoatJob, dabs: DabTable): LayRule | undefined {
  const coat = job.brush.coats[job.coat];
  const grains = cardGrains(coat);
  const tinted = isTinted(coat, dabs) && !takesAway(job);
  const even = coat.crossing === 'even' && (coat.meet === 'build' || coat.meet === 'add');
  if (coat.meet === 'build' && !even && !tinted && grains.every((grain) => grain === null)) return undefined;
  const fields = grains.map((grain): LayRule['grainsOf'] => {
    if (!grain) return () => () => undefined;
    if (grain.fixedTo === 'dab') return dabGrain(grain, dabs, job);
    const tile = tileGrain(engine, grain, job);
    return (x: number, y: number) => {
      const field = tile(x, y);
      return () => field;
    };
  });
  const blends = grains.map((grain) => grain?.blend ?? 'multiply');
  const own = coat.deck.cards.map(({ grain }) => (grain ? (grain.depth.rest * grain.depth.high) / 10000 : undefined));
  return {
    meet: coat.meet,
    colours: tinted ? dabColours(coat, inkColour(coat, job.ground), dabs) : undefined,
    grainsOf: (x, y) => {
      const ofCards = fields.map((field) => field(x, y));
      return (dab) => ofCards[dabs.card[dab]](dab);
    },
    blendOf: (dab) => blends[dabs.card[dab]],
    depthOf: (dab) => own[dabs.card[dab]] ?? dabs.depthPct[dab] / 100,
    ways: even ? { alongPx: dabs.alongPx, reachPx: reachesOf(dabs) } : undefined,
    corner: [job.size.left ?? 0, job.size.top ?? 0],
    seed: (job.brush.seed + 7919 * job.stroke + 104729 * job.coat) | 0,
  };
}

/** The card of each repeat of a band: dealt as to dabs, by the hand where it deals. */
function bandDealer({ brush, coat, stroke }: CoatJob, dabs: DabTable): (repeat: number, row: number) => number {
  const { deck } = brush.coats[coat];
  if (deck.deal === 'pressure' || deck.deal === 'tilt') return (_, row) => dabs.card[row];
  return dealerOfRepeats(deck, { seed: brush.seed >>> 0, stroke, coat });
}

/**
 * Lays the dabs of a coat along one stroke. The caller frees it by `freeCoat`. `before`: the same coat along the same stroke
 * when that was shorter, which is used up.
 */
export function layCoat(engine: InkEngine, job: CoatJob, dabs: DabTable, before?: CoatBefore): LaidCoat {
  const coat = job.brush.coats[job.coat];
  let deep = 0;
  for (let i = 0; i < dabs.count; i++) deep += dabs.depthPct[i];
  const depth = deep / Math.max(1, dabs.count) / 100;
  const rule = ruleOf(engine, job, dabs);
  const plates = platesOf(coat, job.plates);
  const { size, zoom } = job;
  const tilt = sheetTiltOf(coat.floor);
  if (coat.band) {
    if (before) freeCoat(engine, before.laid);
    const [cardOf, draw] = [bandDealer(job, dabs), pieceDraw(job)];
    return { layer: engine.layBand({ band: coat.band, dabs, plates, cardOf, draw, size, zoom, rule, tilt }), depth };
  }
  const lay: LayMore = (more) => engine.lay(dabs, plates, size, zoom, { rule, tilt, ...more });
  // where crossings stay even what a way has laid by itself is not kept
  const mayGrow = !rule?.ways && before?.laid.layer.tinted === (rule?.colours !== undefined);
  if (before && mayGrow) return { ...grow(engine, before, dabs, lay), depth };
  if (before) freeCoat(engine, before.laid);
  return { layer: lay({}), depth };
}

/** What a laid coat prints as. */
export function coatPrint(engine: InkEngine, job: CoatJob, { layer, depth, since }: LaidCoat): CoatPrint {
  const coat = job.brush.coats[job.coat];
  const { grain } = coat;
  return {
    layer,
    since,
    depth,
    join: joinOf(job),
    colour: inkColour(coat, job.ground),
    gradient: coat.ink.gradient.map(([at, colour]) => [at, ...partsOf(colour)] as const),
    grain: grain?.appliesTo === 'stroke' ? tileGrain(engine, grain, job) : undefined,
    through: throughOf(grain?.blend ?? 'multiply'),
  };
}
