import type { Plate } from '../../raster/raster.ts';
import { quartersOf } from '../tip.ts';
import { levelAt, type BandLevel } from './band-level.ts';

/** The levels of a plate along one piece of a band: the inner side of a bend takes coarser ones than the outer one. */
export class PieceLevels {
  readonly plate: Plate;
  /** quarters of octaves across */
  readonly across: number;
  /** plate px along the piece */
  readonly texels: number;
  private readonly made: (BandLevel | undefined)[] = [];
  low = 0;
  high = 0;
  /** the one that was asked for last */
  last: BandLevel | undefined;

  /** `share`: of the plate's length along the piece; `texelsAcross`: plate px a px of the sheet across it. */
  constructor(plate: Plate, share: number, texelsAcross: number) {
    this.plate = plate;
    this.texels = share * plate.width;
    this.across = quartersOf(texelsAcross, plate.height);
  }

  /** of octaves along: the level that was found last */
  quarters = 0;

  /** Finds which level serves a length, px, and from which up to which length it does. */
  find(long: number): void {
    this.quarters = quartersOf(this.texels / Math.max(long, LEAST_LONG), this.plate.width);
    this.low = this.texels / ABOVE[this.quarters];
    this.high = this.quarters === 0 ? Infinity : this.texels / ABOVE[this.quarters - 1];
  }

  /** The level where the piece is so long, px; it serves lengths above `low` up to `high` too. */
  at(long: number): BandLevel {
    // rows of one piece mostly ask for the same
    if (this.last && long > this.low && long <= this.high) return this.last;
    this.find(long);
    return (this.last = this.made[this.quarters] ??= levelAt(this.plate, this.quarters, this.across));
  }
}

const LEAST_LONG = 1e-3;

/** The reductions at which each next quarter of an octave begins. */
const ABOVE = Float64Array.from({ length: 80 }, (_, k) => 2 ** Math.floor(k / 4) * (1.125 + (k % 4) / 4));
