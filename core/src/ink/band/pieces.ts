import type { Plate } from '../../raster/raster.ts';
import type { Leg, Mitre } from './legs.ts';
import { PieceLevels } from './levels.ts';
import { plateStart, type PlatePlace } from './unroll.ts';

/** One end of a piece: a place of the spine with its direction, half its width, its way, length of the plate and row. */
export interface PieceEnd {
  x: number;
  y: number;
  tx: number;
  ty: number;
  half: number;
  s: number;
  along: number;
  row: number;
}

/** A straight piece of a band between two places of its spine. */
export interface Piece {
  from: PieceEnd;
  to: PieceEnd;
  /** px */
  long: number;
  /** the spine turns along it, so that its sides are not as long as its middle */
  bends: boolean;
  levels: PieceLevels;
  /** of what fades into it, where something does */
  before: PieceLevels | undefined;
  wraps: boolean;
  place: Leg['place'];
  /** where it lies on the plate, where that is as even as its way; else NaN */
  u0: number;
  u1: number;
  /** ways that are no further apart are one, px */
  reachPx: number;
  mitres: readonly Mitre[];
  /** a leg begins or ends with it: what is nearer to its end than a pixel is covered in part */
  opens: boolean;
  ends: boolean;
}

/** Places of one way lie at most so many widths of it apart where they are near each other on the sheet. */
const SAME_WAY = 1.5;

function endAt({ spine, along }: Leg, i: number): PieceEnd {
  const { x, y, tx, ty, half, s, row } = spine;
  return { x: x[i], y: y[i], tx: tx[i], ty: ty[i], half: half[i], s: s[i], along: along[i], row: row[i] };
}

/** The pieces of a leg in order. `plateOf`: of a repeat, begun at a row. */
export function* piecesOf(
  leg: Leg,
  wraps: boolean,
  plateOf: (repeat: number, row: number) => Plate,
): Generator<Piece, void, void> {
  const a: PlatePlace = plateStart();
  const b: PlatePlace = plateStart();
  for (let i = 0; i + 1 < leg.spine.count; i++) {
    const [from, to] = [endAt(leg, i), endAt(leg, i + 1)];
    const half = Math.max(from.half, to.half);
    const long = to.s - from.s;
    if (half <= 0 || long <= 0) continue;
    leg.place(from.along, a);
    leg.place(to.along, b);
    const plate = plateOf(a.repeat, from.row);
    // over a joint the natural length stands for what lies between
    const share = a.part === b.part ? Math.abs(b.u - a.u) : to.along - from.along;
    const levelsOf = (of: Plate) => new PieceLevels(of, share, of.height / (2 * half));
    const faded = a.mix > 0 ? a : b.mix > 0 ? b : undefined;
    const even = a.part === b.part && a.repeat === b.repeat && !faded;
    yield {
      from,
      to,
      long,
      bends: from.tx !== to.tx || from.ty !== to.ty,
      levels: levelsOf(plate),
      before: faded && levelsOf(plateOf(faded.before, from.row)),
      wraps,
      place: leg.place,
      u0: even ? a.u : NaN,
      u1: even ? b.u : NaN,
      reachPx: 2 * SAME_WAY * half,
      opens: leg.opens && i === 0,
      ends: leg.ends && i + 2 === leg.spine.count,
      mitres: leg.mitres.filter(({ s, reachPx }) => to.s > s - reachPx && from.s < s + reachPx),
    };
  }
}
