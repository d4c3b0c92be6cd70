import type { Band } from '../../model/coat-schema.ts';
import type { DabTable } from '../../vary/dab-table.ts';
import { layOut } from './natural.ts';
import { cornersOf, sharpen, type Corners } from './corners.ts';
import { closes, emptySpine, setDirections, spineOf, type Spine } from './spine.ts';
import type { SheetTilt } from '../place.ts';
import { thinned } from './thinned.ts';
import { unroll, type PieceDraw, type PlaceOnPlate, type Unrolled } from './unroll.ts';

/** The line at which two legs meet at a corner: pixels with a product of this sign with (nx, ny) belong to the leg. */
export interface Mitre {
  x: number;
  y: number;
  nx: number;
  ny: number;
  /** the leg lies before the line, or beyond it */
  before: boolean;
  /** it cuts no pieces that are further along the way from it, px */
  reachPx: number;
  s: number;
}

/** A part of a band that is laid as one: all of it, or from corner to corner. */
export interface Leg {
  spine: Spine;
  /** lengths of the plate up to each place */
  along: Float64Array;
  place: PlaceOnPlate;
  mitres: Mitre[];
  /** its first and its last pixel are covered in part: nothing is laid on beyond */
  opens: boolean;
  ends: boolean;
}

/** A leg reaches at most so many half widths beyond its corner: sharper ones are cut straight. */
const MOST_REACH = 2;

/** So far a free end is drawn on, px: half of the pixel that it ends in is covered. */
const FREE_PX = 0.5;

/** What lies at an end of a leg: another leg across a corner, nothing, or the other end of the loop. */
type End = 'corner' | 'free' | 'met';

/** Which places of the whole a leg takes, and what lies at its ends. */
interface Stretch {
  from: number;
  to: number;
  start: End;
  end: End;
}

function stretchesOf({ within, joint, meets }: Corners, count: number): Stretch[] {
  const cuts = [0, ...within.map(({ at }) => at), count - 1];
  const outer = joint ? 'corner' : meets ? 'met' : 'free';
  return cuts.slice(1).map((to, k) => ({
    from: cuts[k],
    to,
    start: k > 0 ? 'corner' : outer,
    end: k < within.length ? 'corner' : outer,
  }));
}

/** The direction in which a line leaves a place toward another. */
function towards({ x, y }: Spine, a: number, b: number): [number, number] {
  const [dx, dy] = [x[b] - x[a], y[b] - y[a]];
  const long = Math.sqrt(dx * dx + dy * dy);
  return long > 0 ? [dx / long, dy / long] : [1, 0];
}

/** The directions into a corner and out of it, and how much of half the width the outer side needs to be closed. */
function turnOf(whole: Spine, at: number): { into: [number, number]; out: [number, number]; lean: number } {
  const last = whole.count - 1;
  const joint = at === 0 || at === last;
  const into = joint ? towards(whole, last - 1, last) : towards(whole, at - 1, at);
  const out = joint ? towards(whole, 0, 1) : towards(whole, at, at + 1);
  const cosine = into[0] * out[0] + into[1] * out[1];
  // tan of half the turn
  return { into, out, lean: Math.sqrt((1 - cosine) / Math.max(1e-9, 1 + cosine)) };
}

/** Cuts a leg out of the whole, drawn on a little beyond its ends. */
class LegMaker {
  private readonly whole: Spine;
  private readonly along: Float64Array;

  constructor(whole: Spine, along: Float64Array) {
    this.whole = whole;
    this.along = along;
  }

  make({ from, to, start, end }: Stretch): Omit<Leg, 'place'> {
    const { whole } = this;
    const before = start === 'corner' ? 1 : 0;
    const spine = emptySpine(to - from + 1 + before + (end === 'corner' ? 1 : 0));
    const along = new Float64Array(spine.count);
    for (const name of ['x', 'y', 'half', 's', 'row'] as const)
      spine[name].set(whole[name].subarray(from, to + 1), before);
    along.set(this.along.subarray(from, to + 1), before);
    if (start !== 'met') this.drawOn(spine, along, { to: 0, from: before, at: from, by: -1, free: start === 'free' });
    const last = before + to - from;
    if (end !== 'met')
      this.drawOn(spine, along, { to: spine.count - 1, from: last, at: to, by: 1, free: end === 'free' });
    setDirections(spine);
    const mitres = [
      ...(start === 'corner' ? [this.mitre(from, false)] : []),
      ...(end === 'corner' ? [this.mitre(to, true)] : []),
    ];
    return { spine, along, mitres, opens: start === 'free', ends: end === 'free' };
  }

  /** Draws an end of a leg straight on: a place more beyond a corner, a free end a little further. */
  private drawOn(
    spine: Spine,
    along: Float64Array,
    end: { to: number; from: number; at: number; by: 1 | -1; free: boolean },
  ): void {
    const { into, out, lean } = turnOf(this.whole, end.at);
    const half = spine.half[end.from];
    const long = end.free ? FREE_PX : half * Math.min(lean, MOST_REACH);
    const [dx, dy] = end.by > 0 ? into : [-out[0], -out[1]];
    spine.x[end.to] = spine.x[end.from] + long * dx;
    spine.y[end.to] = spine.y[end.from] + long * dy;
    spine.half[end.to] = half;
    spine.row[end.to] = spine.row[end.from];
    spine.s[end.to] = spine.s[end.from] + end.by * long;
    along[end.to] = along[end.from] + end.by * long * this.rateAt(end.at, end.by);
  }

  /** Lengths of the plate a px at an end of a leg, before it or after it. */
  private rateAt(at: number, by: 1 | -1): number {
    const other = Math.max(0, Math.min(this.whole.count - 1, at - by));
    const long = this.whole.s[at] - this.whole.s[other];
    return long === 0 ? 0 : (this.along[at] - this.along[other]) / long;
  }

  private mitre(at: number, before: boolean): Mitre {
    const { x, y, s, half } = this.whole;
    const { into, out, lean } = turnOf(this.whole, at);
    const [nx, ny] = [into[0] + out[0], into[1] + out[1]];
    const reachPx = half[at] * (1 + Math.min(lean, 2 * MOST_REACH));
    // turned right about there is no line between both: each ends straight
    const [mx, my] = nx * nx + ny * ny < 1e-6 ? (before ? into : out) : [nx, ny];
    return { x: x[at], y: y[at], nx: mx, ny: my, before, reachPx, s: s[at] };
  }
}

/** The two ends of a loop without a corner there are one place with one direction, so that no seam lies between them. */
function meet(first: Spine, last: Spine): void {
  const end = last.count - 1;
  const [ex, ey] = [first.x[1] - last.x[end - 1], first.y[1] - last.y[end - 1]];
  const long = Math.sqrt(ex * ex + ey * ey);
  if (long === 0) return;
  first.tx[0] = last.tx[end] = ex / long;
  first.ty[0] = last.ty[end] = ey / long;
}

/** The corners that a band has by its own choice; round ones are bends like all others, and are not looked for. */
const ownCorners = (band: Band, whole: Spine): Corners =>
  band.corner === 'round' ? { within: [], joint: undefined, meets: closes(whole) } : cornersOf(whole);

/** Places of a plate along a loop that is folded where it closes: beyond its end it begins anew. */
const aroundOf =
  (laid: Unrolled, total: number): Unrolled['place'] =>
  (at, out) =>
    laid.place(at < 0 ? at + total : at > total ? at - total : at, out);

/** What legs are made from. */
export interface LegOrder {
  band: Band;
  dabs: DabTable;
  draw: PieceDraw;
  zoom: number;
  /** of the sheet */
  tilt: SheetTilt;
}

/** A band as the legs that it is laid in, one after the other. `aspect`: how long its plate is against its height. */
export function legsOf({ band, dabs, draw, zoom, tilt }: LegOrder, aspect: number): Leg[] {
  const whole = spineOf(dabs, zoom, aspect);
  const corners = ownCorners(band, whole);
  sharpen(whole, corners);
  const along = layOut(whole, aspect, tilt);
  const maker = new LegMaker(whole, along);
  const made = stretchesOf(corners, whole.count).map((stretch) => maker.make(stretch));
  if (corners.meets) meet(made[0].spine, made[made.length - 1].spine);
  const parted = made.length > 1 && band.corner === 'parted';
  if (!parted || band.fill === 'once') {
    const total = along[whole.count - 1];
    const laid = unroll(band, { from: 0, to: total, first: 0 }, aspect, draw);
    const place = corners.joint ? aroundOf(laid, total) : laid.place;
    return made.map((leg) => ({ ...leg, ...thinned(leg.spine, leg.along, place) }));
  }
  let first = 0;
  return made.map((leg, k) => {
    const own = { ...band, head: k === 0 ? band.head : 0, tail: k + 1 === made.length ? band.tail : 0 };
    const laid = unroll(own, { from: leg.along[0], to: leg.along[leg.along.length - 1], first }, aspect, draw);
    first += Math.max(1, laid.repeats);
    return { ...leg, ...thinned(leg.spine, leg.along, laid.place) };
  });
}
