import type { StrokePrint, TileParts } from './types.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Coat } from '../model/coat-schema.ts';
import type { Plate } from '../raster/raster.ts';
import type { Lamp } from '../relief/shade.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { coatPrint, layCoat, type CoatJob, type Plates } from './coat.ts';
import { freeCoat, type LaidCoat } from './grow.ts';
import type { InkEngine } from './engine.ts';
import { onlyTakes } from './composite.ts';
import { SheetHeights } from './sheet-heights.ts';
import type { SheetSize } from './sheet-size.ts';

/** The thickest that paint can stand, px. */
export const MOST_THICK_PX = 100;

/** Whether the dabs of a coat may stand above the sheet. */
export const mayThicken = ({ properties: { thickness: t } }: Coat): boolean =>
  !t.muted && t.rest > 0 && Math.max(t.low, t.high) > 0;

/** Dabs that build up to how thick they stand instead of to their opacity; a clear dab is no thicker than it prints. */
function asThickness(dabs: DabTable): DabTable {
  const opacityPct = new Float64Array(dabs.count);
  const none = new Float64Array(dabs.count);
  for (let i = 0; i < dabs.count; i++)
    opacityPct[i] = Math.min(1, dabs.thicknessPx[i] / MOST_THICK_PX) * dabs.opacityPct[i];
  // a relief has no colour, so it is laid without
  return { ...dabs, opacityPct, mixPct: none, hueDeg: none, saturationPct: none, lightnessPct: none };
}

const recessedOf = new WeakMap<Plate, Plate | null>();

/** What of a relief lies below its base plane, as a plate; undefined where nothing does. Looked at once for each plate. */
function recessedPart(plate: Plate): Plate | undefined {
  if (!plate.heights) return undefined;
  const known = recessedOf.get(plate);
  if (known !== undefined) return known ?? undefined;
  const data = new Uint16Array(plate.heights.length);
  let found = false;
  for (let i = 0; i < data.length; i++) {
    data[i] = Math.round(Math.min(1, Math.max(0, -plate.heights[i])) * 65535);
    found ||= data[i] > 0;
  }
  recessedOf.set(plate, found ? { width: plate.width, height: plate.height, data } : null);
  return recessedPart(plate);
}

/** The plates of a coat with what lies below their base planes in place of what prints; undefined where nothing does. */
function recessedPlates(coat: Coat, plates: Plates): Plates | undefined {
  const made = new Map(plates);
  let found = false;
  for (const { plate: name } of coat.deck.cards) {
    const plate = plates.get(name);
    if (!plate) continue;
    const under = recessedPart(plate);
    found ||= under !== undefined;
    made.set(name, under ?? { width: 1, height: 1, data: new Uint16Array(1) });
  }
  return found ? made : undefined;
}

/** How thick the dabs of a coat stand, and how deep they are pressed in, as they were laid. */
export interface LaidThickness {
  raised: LaidCoat;
  recessed: LaidCoat | undefined;
}

/** The thickness of a coat as it was laid before, and of which dabs. */
export interface ThicknessBefore {
  thick: LaidThickness | undefined;
  dabs: DabTable;
}

/**
 * Lays how thick a coat's dabs stand; undefined where they are flat. The caller frees it by `freeThickness`. `before`: the
 * same when the stroke was shorter, which is used up.
 */
export function layThickness(
  engine: InkEngine,
  job: CoatJob,
  dabs: DabTable,
  before?: ThicknessBefore,
): LaidThickness | undefined {
  const coat = job.brush.coats[job.coat];
  if (!mayThicken(coat)) return undefined;
  const thick = asThickness(dabs);
  const last = before && asThickness(before.dabs);
  const lay = (own: CoatJob, laid: LaidCoat | undefined) =>
    layCoat(engine, own, thick, laid && last && { laid, dabs: last });
  const under = recessedPlates(coat, job.plates);
  return {
    raised: lay(job, before?.thick?.raised),
    recessed: under && lay({ ...job, plates: under }, before?.thick?.recessed),
  };
}

export function freeThickness(engine: InkEngine, laid: LaidThickness | undefined): void {
  if (laid) freeCoat(engine, laid.raised);
  if (laid?.recessed) freeCoat(engine, laid.recessed);
}

/** A coat of a stroke with its thickness, where it stands at all. */
export interface ThickCoat {
  job: CoatJob;
  laid: LaidThickness | undefined;
}

/** A stroke as it was laid, with the thickness of its coats. */
export interface ThickStroke {
  /** which of the brushes of the sheet */
  brush: number;
  print: StrokePrint;
  coats: readonly ThickCoat[];
}

/** One part of a stroke's thickness as a print: its other coats mask and cut the relief as they do the ink. */
function partOf(
  engine: InkEngine,
  { print, coats }: Omit<ThickStroke, 'brush'>,
  pick: (laid: LaidThickness) => LaidCoat | undefined,
): StrokePrint {
  return {
    away: false,
    coats: coats.flatMap(({ job, laid }, k) => {
      const picked = laid && pick(laid);
      if (picked) return [coatPrint(engine, job, picked)];
      const { join } = print.coats[k];
      return laid || !onlyTakes(join) ? [] : [print.coats[k]];
    }),
  };
}

/** Whether anything of some strokes stands above or below the sheet. */
export const standsOut = (strokes: readonly ThickStroke[]): boolean =>
  strokes.some(({ coats }) => coats.some(({ laid }) => laid));

/**
 * Puts how high strokes stand onto the heights of a sheet: later ones on earlier ones; one that takes away takes the relief
 * too. `zoom`: pixels per px; `only`: on these parts of tiles alone.
 */
export function raiseStrokes(
  engine: InkEngine,
  heights: SheetHeights,
  strokes: readonly ThickStroke[],
  zoom: number,
  only?: TileParts,
): void {
  const full = MOST_THICK_PX * zoom;
  for (const stroke of strokes) {
    const { print, coats } = stroke;
    if (print.away) heights.lower(print, only);
    else if (coats.some(({ laid }) => laid)) {
      const raised = partOf(engine, stroke, (laid) => laid.raised);
      heights.raise(raised, full, only);
      if (!coats.some(({ laid }) => laid?.recessed)) continue;
      const recessed = partOf(engine, stroke, (laid) => laid.recessed);
      heights.raise(recessed, -full, only);
    }
  }
}

/** Lights the picture of a sheet by how high its strokes stand. Nothing where everything is flat. `zoom`: pixels per px. */
export function lightStrokes(
  engine: InkEngine,
  pixels: Uint8ClampedArray | Uint16Array,
  strokes: readonly ThickStroke[],
  { size, zoom, lamp }: { size: SheetSize; zoom: number; lamp: Lamp },
): void {
  if (!standsOut(strokes)) return;
  const heights = new SheetHeights(engine, size);
  raiseStrokes(engine, heights, strokes, zoom);
  heights.light(pixels, lamp);
  heights.free();
}

/** Share of what a plate prints that is full: where it stands flat, however thick it is. */
export function flatShare({ data }: Plate): number {
  let prints = 0;
  let full = 0;
  for (let i = 0; i < data.length; i++) {
    if (data[i] > 6553) prints++;
    if (data[i] >= 65208) full++;
  }
  return prints > 0 ? full / prints : 0;
}

/** Whether any coat of a brush may stand above the sheet. */
export const isThick = (brush: Brush): boolean => brush.coats.some((coat) => !coat.muted && mayThicken(coat));
