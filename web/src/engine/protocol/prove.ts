import type { FlawPlace } from '@amber-stamp/core/flaws';
import type { Brush } from '@amber-stamp/core/model';
import type {
  FirstMeasured,
  FixBaseline,
  Glance,
  Fix,
  LentTip,
  NumberedStroke,
  PlateBox,
  SingleCure,
  TriedFix,
} from '@amber-stamp/core/prove';
import { MIB, type Kept } from '../held-by-key.ts';
import type { PlateApi } from '../plate-ledger.ts';

/** The plates that a worker that measures keeps. */
export const MEASURED_KEPT: Kept = { most: 32, mostBytes: 24 * MIB };

/** A brush whose plates the worker holds by key. */
export interface ProveJob {
  brush: Brush;
  /** key of the plate of each name */
  plates: Readonly<Record<string, string>>;
}

/** A give-away as it is shown. */
export interface GiveAwayView {
  place: FlawPlace;
  tone: string;
  coat: number;
  card: number;
  plate: string;
  /** px of the plate */
  box: PlateBox;
  strength: number;
  /** how strongly it is recognised 1, 2, ... dabs further on, 0..1 */
  lags: readonly number[];
  seen: number;
  /** the dabs that show it, and where, px of the measured stroke, its head at 0, 0 */
  dabs: readonly number[];
  places: (readonly [number, number])[];
}

/** A tip that is known again by its whole outline, as it is shown. */
export interface WholeOutlineView {
  coat: number;
  card: number;
  plate: string;
  /** px of the plate */
  box: PlateBox;
  strength: number;
  looked: number;
  seen: number;
  /** px of the measured stroke, its head at 0, 0 */
  places: (readonly [number, number])[];
}

/** Echo and texture of a stroke, 0..100 each. */
export interface EchoPair {
  echo: number;
  texture: number;
}

/** How likeness runs along the measured stroke. */
export interface Likeness {
  inside: number[];
  outline: number[];
  /** px from dab to dab, and after which a grain comes back; the latter in tiles along both sides of one too */
  lagPx: number;
  grainPx: number;
  grainTiles: readonly [number, number];
  /** after which a band comes back; 0 where none does */
  repeatPx: number;
  /** px of the stroke: its dabs, and for the first lags the two places that are most alike */
  pairs: (readonly [readonly [number, number], readonly [number, number]])[][];
}

export interface EchoView {
  /** its tips were looked over for what gives them away */
  looked: boolean;
  echo: number;
  outline: number;
  inside: number;
  grain: number;
  texture: number;
  giveAways: GiveAwayView[];
  /** a tip that is known again by its whole outline */
  whole: WholeOutlineView | null;
  likeness: Likeness | null;
  /** px: how long the measured stroke is, and a nominal tip */
  spanPx: number;
  tipPx: number;
  ms: number;
}

/** Heat over the square that a tip is looked at in. */
export interface HeatMap {
  /** 64 x 64, 0..1 */
  values: Float32Array;
  /** px of the plate */
  left: number;
  top: number;
  side: number;
}

/** So many fixes are tried at a glance for one that helps. */
export const GLANCES = 3;

/** A fix that was tried, with a picture of its stroke. */
export interface ShownFix extends TriedFix {
  picture: ImageBitmap | null;
  /** only at a glance: its tips are not looked over yet */
  glanced?: true;
}
/** What was measured of a fix, with a picture of its stroke; nothing where nothing is drawn. */
export interface LaidFix {
  measured: FirstMeasured | undefined;
  picture: ImageBitmap | null;
}

export interface ProveApi extends PlateApi {
  /** Takes over what another worker found on plates that are here. */
  borrow(keys: readonly string[], found: readonly (LentTip | undefined)[]): void;
  /** What was found on plates already, in the order of their keys. */
  lend(keys: readonly string[]): (LentTip | undefined)[];
  /** What there is to find on a plate, which is looked over where it was not yet. */
  look(key: string): LentTip | undefined;
  /** Measures a brush with one seed, without looking its tips over for what gives them away. */
  glance(job: ProveJob): EchoView;
  /** Measures a brush along its standard stroke with so many seeds. */
  measure(job: ProveJob, seeds: number): EchoView;
  /** What is measured of a brush along its standard stroke with one seed: for many at once. */
  pair(job: ProveJob): EchoPair;
  /** The same, with a picture of the stroke; null where nothing prints. */
  lay(job: ProveJob): Promise<(EchoPair & { picture: ImageBitmap }) | null>;
  /** The means of given strokes; null where none has dabs enough. */
  strokes(job: ProveJob, strokes: readonly NumberedStroke[]): EchoPair | null;
  /** Where the tip of a card gives itself away; null where it prints too few dabs. */
  heat(job: ProveJob, coat: number, card: number): HeatMap | null;
  /** What is worth trying on a brush, and what it is compared with. */
  begin(
    job: ProveJob,
    how: Glance,
  ): { before: FixBaseline; fixes: Fix[]; singles: SingleCure[]; together: Fix | undefined };
  /** What is worth trying on a brush whatever is measured of it. */
  unmeasured(job: ProveJob): Fix[];
  /** Draws one fix of the real brush and measures it. */
  tryOne(job: ProveJob, fix: Fix, how: Glance): Promise<LaidFix>;
  /** What is worth trying after a fix was taken. */
  after(job: ProveJob, before: FixBaseline, fix: Fix, tried: readonly TriedFix[]): Fix[];
}
