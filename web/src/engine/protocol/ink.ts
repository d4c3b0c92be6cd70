import type { CrewPlace } from '@amber-stamp/core/crew';
import type { GroundPlacement } from '@amber-stamp/core/ground';
import type { Ground } from '@amber-stamp/core/ink';
import type { Brush, PenStroke } from '@amber-stamp/core/model';
import type { Lamp } from '@amber-stamp/core/relief';
import { MIB, type Kept } from '../held-by-key.ts';
import type { PlateApi } from '../plate-ledger.ts';

/** The plates that a worker that draws keeps; the page has as many at hand. */
export const INKED_KEPT: Kept = { most: 96, mostBytes: 48 * MIB };

/** A brush with the key of the plate of each name. Plates were given before, by key. */
export interface InkBrush {
  brush: Brush;
  plates: Readonly<Record<string, string>>;
}

export interface InkStroke {
  stroke: PenStroke;
  /** equal keys are equal strokes */
  key: string;
  /** what its chance is drawn by */
  number: number;
  /** which of the brushes of the job */
  brush: number;
  away: boolean;
  lie: GroundPlacement;
}

export interface InkGround {
  paper: Ground;
  /** pictures on the paper, back to front */
  layers: readonly { name: string; url: string }[];
  /** colour of what strokes uncover */
  cover: string;
  /** the cover lies there before the first stroke */
  covered: boolean;
}

/** One picture asked of the ink worker. */
export interface InkJob {
  /** what it is for; layers are kept per view */
  view: string;
  brushes: readonly InkBrush[];
  strokes: readonly InkStroke[];
  width: number;
  height: number;
  /** where the picture begins on the sheet, in its pixels; at the sheet's corner unless said */
  left?: number;
  top?: number;
  /** the part of the sheet that pictures are spread over, px; as much as is drawn unless said */
  spread?: { width: number; height: number };
  /** pixels per px of the strokes */
  zoom: number;
  ground: InkGround;
  /** lights what stands above the sheet */
  lamp: Lamp;
}

/** What of a job its ground depends on. */
export type GroundJob = Omit<InkJob, 'strokes'>;

/** A job as it is sent: a stroke that the worker holds goes by its key alone. */
export interface SentJob extends GroundJob {
  strokes: readonly (Omit<InkStroke, 'stroke'> & { stroke: PenStroke | null })[];
}

export interface InkResult {
  bitmap: ImageBitmap;
  dabs: number;
  ms: number;
}

/** What a resolution costs, in ms: its levels once, and then every drawing of the strokes. */
export interface SideCost {
  side: number;
  buildMs: number;
  drawMs: number;
}

export interface InkApi extends PlateApi {
  /** What other workers need to help it; undefined where memory cannot be shared. */
  helpersPlace(): CrewPlace | undefined;
  /** From now on some help: work on tiles is shared out. */
  shareOut(): void;
  draw(job: SentJob): Promise<InkResult>;
  /** The colour of the ground itself at a pixel, as #rrggbb. */
  groundAt(job: GroundJob, x: number, y: number): Promise<string>;
  /** Gives up what is kept of a view. */
  forget(view: string): void;
  /** 8-bit RGBA as PNG */
  png(job: SentJob): Promise<Uint8Array>;
  /** What the job costs with its plates at other sides, measured now. */
  costs(job: SentJob, sides: readonly number[]): SideCost[];
}
