import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { coatPrint, layCoat, type CoatJob, type Ground, type LaidCoat, type Plates } from './coat.ts';
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
  dabs: number;
}

/** The dabs as a window on the sheet sees them: their places counted from its corner. */
function inWindow(dabs: DabTable, { size: { left = 0, top = 0 }, zoom }: Pick<CoatJob, 'size' | 'zoom'>): DabTable {
  if (left === 0 && top === 0) return dabs;
  return { ...dabs, x: dabs.x.map((x) => x - left / zoom), y: dabs.y.map((y) => y - top / zoom) };
}

/** Lays the same sheet again and again: coats that were laid before by the same settings are used again. */
export class SheetSession {
  private readonly engine: InkEngine;
  private kept = new Map<string, KeptCoat>();

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
      rest: `${key} ${size.width}x${size.height}+${size.left ?? 0}+${size.top ?? 0}@${zoom}`,
    }));
    let dabs = 0;
    const layOne = (stroke: SheetStroke, job: CoatJob): KeptCoat => {
      const { coats, rest } = keys[stroke.brush];
      const key = `${coats[job.coat]} ${rest} ${stroke.number} ${job.coat} ${stroke.key}`;
      const kept = after.get(key) ?? before.get(key) ?? this.layNew(job, stroke.dabs(job.coat), lit);
      after.set(key, kept);
      dabs += kept.dabs;
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
    for (const [key, coat] of before) if (!after.has(key)) this.free(coat);
    return { strokes: made, prints: made.map(({ print }) => print), dabs };
  }

  private layNew(job: CoatJob, all: DabTable, lit: boolean): KeptCoat {
    const dabs = inWindow(all, job);
    return {
      laid: layCoat(this.engine, job, dabs),
      thick: lit ? layThickness(this.engine, job, dabs) : undefined,
      // a band is one thing, in however many rows it is laid
      dabs: job.brush.coats[job.coat].band ? 1 : dabs.count,
    };
  }

  private free({ laid, thick }: KeptCoat): void {
    this.engine.free(laid.layer);
    freeThickness(this.engine, thick);
  }

  /** Gives up all that is kept. The session can be used again. */
  clear(): void {
    for (const coat of this.kept.values()) this.free(coat);
    this.kept.clear();
  }
}
