import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { coatPrint, layCoat, type CoatJob, type Ground, type Plates } from './coat.ts';
import { freeCoat, type LaidCoat } from './grow.ts';
import type { InkEngine } from './engine.ts';
import { layKey } from './lay-key.ts';
import type { SheetSize } from './sheet-size.ts';
import { freeThickness, layThickness, type LaidThickness, type ThickStroke } from './thickness.ts';
import type { StrokePrint } from './types.ts';

/** A brush of a sheet with its plates; equal keys are equal plates. */
export interface SheetBrush {
  brush: Brush;
  plates: Plates;
  key: string;
}

/** A stroke of a sheet. */
export interface SheetStroke {
  /** equal keys are equal strokes of the pen */
  key: string;
  /** what its chance is drawn by */
  number: number;
  /** which of the brushes of the sheet */
  brush: number;
  away: boolean;
  /** the dabs of one of its coats; asked for only where the coat has to be laid */
  dabs: (coat: number) => DabTable;
}

/** Everything that a sheet is laid from. */
export interface SheetOrder {
  brushes: readonly SheetBrush[];
  strokes: readonly SheetStroke[];
  size: SheetSize;
  /** pixels per px of the strokes */
  zoom: number;
  ground: Ground | 'none';
  /** whether it is lit afterwards, so that what stands above the sheet is laid as well */
  lit: boolean;
}

/** A sheet as it was laid: one for each stroke, in their order. Valid until the session lays the next one. */
export interface LaidSheet {
  strokes: ThickStroke[];
  prints: StrokePrint[];
  dabs: number;
}

interface KeptCoat {
  laid: LaidCoat;
  thick: LaidThickness | undefined;
  count: number;
  /** what it was laid from, as long as it was laid last: a stroke under the hand grows on from there */
  dabs: DabTable | undefined;
}

/** What a coat is laid for: the same stroke of the pen has one `key`, however it has grown since one `stroke`. */
interface CoatKeys {
  key: string;
  stroke: string;
}

/** The dabs as a window on the sheet sees them: their places counted from its corner. */
function inWindow(dabs: DabTable, { size: { left = 0, top = 0 }, zoom }: Pick<CoatJob, 'size' | 'zoom'>): DabTable {
  if (left === 0 && top === 0) return dabs;
  return { ...dabs, x: dabs.x.map((x) => x - left / zoom), y: dabs.y.map((y) => y - top / zoom) };
}

/** So many coats at most grow under the hand; more were laid anew since their brush has changed. */
const MOST_GROWING = 8;

/** Lays the same sheet again and again: coats that were laid before by the same settings are used again. */
export class SheetSession {
  private readonly engine: InkEngine;
  private kept = new Map<string, KeptCoat>();
  /** of what was laid last: its key by the stroke it is of */
  private growing = new Map<string, string>();

  constructor(engine: InkEngine) {
    this.engine = engine;
  }

  /** Lays all strokes, coat by coat. Throws missing-plate and what making dabs throws. */
  lay({ brushes, strokes, size, zoom, ground, lit }: SheetOrder): LaidSheet {
    const before = this.kept;
    const after = new Map<string, KeptCoat>();
    const paper = ground === 'none' ? 'white' : ground;
    const keys = brushes.map(({ brush, key }) => ({
      coats: brush.coats.map((_, coat) => layKey(brush, coat, paper)),
      rest: `${key} ${size.width}x${size.height}+${size.left ?? 0}+${size.top ?? 0}@${zoom} ${lit}`,
    }));
    const keysOf = (stroke: SheetStroke, coat: number): CoatKeys => {
      const { coats, rest } = keys[stroke.brush];
      const of = `${coats[coat]} ${rest} ${stroke.number} ${coat}`;
      return { key: `${of} ${stroke.key}`, stroke: of };
    };
    const isWanted = (key: string) =>
      strokes.some((stroke) =>
        unmutedCoats(brushes[stroke.brush].brush).some((coat) => keysOf(stroke, coat).key === key),
      );
    const growing = new Map<string, string>();
    let dabs = 0;
    const layOne = (stroke: SheetStroke, job: CoatJob): KeptCoat => {
      const { key, stroke: of } = keysOf(stroke, job.coat);
      let kept = after.get(key) ?? before.get(key);
      if (!kept) {
        kept = this.layNew(job, stroke.dabs(job.coat), lit, this.shorterOf(of, isWanted));
        growing.set(of, key);
      }
      after.set(key, kept);
      dabs += kept.count;
      return kept;
    };
    const made = strokes.map((stroke): ThickStroke => {
      const { brush, plates } = brushes[stroke.brush];
      const coats = unmutedCoats(brush).map((coat) => {
        const job = { brush, coat, stroke: stroke.number, plates, size, zoom, ground };
        const { laid, thick } = layOne(stroke, job);
        return { job, laid: thick, print: coatPrint(this.engine, job, laid) };
      });
      const print = { coats: coats.map((coat) => coat.print), away: stroke.away };
      return { brush: stroke.brush, print, coats };
    });
    this.kept = after;
    if (growing.size > 0) this.onlyGrowing(growing);
    for (const [key, coat] of before) if (!after.has(key)) this.free(coat);
    return { strokes: made, prints: made.map(({ print }) => print), dabs };
  }

  /** The key of the coat that was laid last along a stroke, when that was shorter; of none that is wanted as it is. */
  private shorterOf(stroke: string, isWanted: (key: string) => boolean): string | undefined {
    const key = this.growing.get(stroke);
    return key !== undefined && this.kept.get(key)?.dabs && !isWanted(key) ? key : undefined;
  }

  /** Of what is not under the hand any more no dabs are kept, nor where all strokes are laid anew. */
  private onlyGrowing(growing: Map<string, string>): void {
    this.growing = growing.size > MOST_GROWING ? new Map() : growing;
    const keys = new Set(this.growing.values());
    for (const [key, kept] of this.kept) if (!keys.has(key)) kept.dabs = undefined;
  }

  /** `shorter`: the key of what the coat goes on from. */
  private layNew(job: CoatJob, all: DabTable, lit: boolean, shorter: string | undefined): KeptCoat {
    const dabs = inWindow(all, job);
    const last = shorter === undefined ? undefined : this.kept.get(shorter);
    const before = last?.dabs && { ...last, dabs: last.dabs };
    const laid = layCoat(this.engine, job, dabs, before);
    const thick = lit ? layThickness(this.engine, job, dabs, before) : undefined;
    if (shorter !== undefined) this.kept.delete(shorter);
    // a band is one thing, in however many rows it is laid
    return { laid, thick, count: job.brush.coats[job.coat].band ? 1 : dabs.count, dabs };
  }

  private free({ laid, thick }: KeptCoat): void {
    freeCoat(this.engine, laid);
    freeThickness(this.engine, thick);
  }

  /** Gives up all that is kept. The session can be used again. */
  clear(): void {
    for (const coat of this.kept.values()) this.free(coat);
    this.kept.clear();
  }
}
