import { closes, setLengths, type Spine } from './spine.ts';

/** A corner of a spine: a place where it turns at once, and the places up to which it is drawn straight on both sides. */
export interface Corner {
  at: number;
  from: number;
  to: number;
}

/** The corners of a spine, in order, and the one that its two ends make where it closes: `from` before `to` there too. */
export interface Corners {
  within: Corner[];
  joint: Corner | undefined;
  /** it ends where it began, without a corner there */
  meets: boolean;
}

/** The cosine of the turn from which on it is a corner: 60 degrees. */
const SHARP = 0.5;
/** On so much of half its width, and on no less than so many px, a band has turned at a corner. */
const LEG_SHARE = 0.5;
const LEAST_LEG_PX = 2;

/** The cosine of the turn at place `b` of the way from `a` over it to `c`; 1 where it does not move. */
function turnAt({ x, y }: Spine, a: number, b: number, bb: number, c: number): number {
  const [ax, ay] = [x[b] - x[a], y[b] - y[a]];
  const [cx, cy] = [x[c] - x[bb], y[c] - y[bb]];
  const long = Math.sqrt((ax * ax + ay * ay) * (cx * cx + cy * cy));
  return long > 0 ? (ax * cx + ay * cy) / long : 1;
}

const legOf = (half: number): number => Math.max(LEAST_LEG_PX, LEG_SHARE * half);

/** How far a leg reaches back from a place, or on from it. */
function reachOf({ s, half, count }: Spine, at: number, by: 1 | -1): number {
  const leg = legOf(half[at]);
  let end = at;
  while (end + by >= 0 && end + by < count && Math.abs(s[end] - s[at]) < leg) end += by;
  return end;
}

function jointOf(spine: Spine): Corner | undefined {
  const last = spine.count - 1;
  const corner = { at: last, from: reachOf(spine, last, -1), to: reachOf(spine, 0, 1) };
  return turnAt(spine, corner.from, last, 0, corner.to) < SHARP ? corner : undefined;
}

/** Where a spine turns by more than 60 degrees within a quarter of its width on either side: the sharpest place of each turn. */
export function cornersOf(spine: Spine): Corners {
  const within: Corner[] = [];
  let sharpest = SHARP;
  for (let at = 1; at + 1 < spine.count; at++) {
    const [from, to] = [reachOf(spine, at, -1), reachOf(spine, at, 1)];
    const turn = turnAt(spine, from, at, at, to);
    const before = within.at(-1);
    const near = before !== undefined && from < before.to;
    if (!near) sharpest = SHARP;
    if (turn >= sharpest) continue;
    sharpest = turn;
    if (near) within.pop();
    within.push({ at, from: Math.max(from, within.at(-1)?.at ?? 0), to });
  }
  const closed = closes(spine);
  const joint = closed ? jointOf(spine) : undefined;
  return { within, joint, meets: closed && !joint };
}

/** Draws the spine straight from one place to another; lengths along it are not made again. */
function straighten({ x, y, s }: Spine, a: number, b: number): void {
  const long = s[b] - s[a];
  for (let i = Math.min(a, b) + 1; i < Math.max(a, b); i++) {
    const t = (s[i] - s[a]) / long;
    x[i] = x[a] + t * (x[b] - x[a]);
    y[i] = y[a] + t * (y[b] - y[a]);
  }
}

/** Draws both sides of every corner straight up to it, and closes a line that nearly closes. */
export function sharpen(spine: Spine, { within, joint, meets }: Corners): void {
  const { x, y, count } = spine;
  if (joint || meets) {
    x[count - 1] = x[0];
    y[count - 1] = y[0];
  }
  if (joint) {
    straighten(spine, joint.from, count - 1);
    straighten(spine, 0, joint.to);
  }
  for (const { at, from, to } of within) {
    straighten(spine, from, at);
    straighten(spine, at, to);
  }
  setLengths(spine);
}
