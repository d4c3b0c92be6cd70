import { sinCosTurns } from '../maths/angles.ts';
import { smoothstep } from '../maths/ramps.ts';
import type { Raster } from '../raster/raster.ts';
import { valueAt } from '../raster/sample.ts';
import { dabsAlong, type SculptDab, type SculptStroke } from './sculpt-stroke.ts';

/** How a copy of a dab lies: turned about the middle of the clay, mirrored or not. */
interface Copy {
  sin: number;
  cos: number;
  flipX: number;
  flipY: number;
}

/** A dab, and how strongly each of its copies works. */
interface WorkedDab extends SculptDab {
  strength: number;
}

/** The part of the grid that a dab reaches. */
interface Window {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

const sinCos = new Float64Array(2);

function copiesOf({ mirror, sectors }: SculptStroke): Copy[] {
  const flips: [number, number][] = [[1, 1]];
  if (mirror & 1) flips.push([-1, 1]);
  if (mirror & 2) flips.push([1, -1]);
  if (mirror === 3) flips.push([-1, -1]);
  return Array.from({ length: sectors }, (_, k) => {
    sinCosTurns(k / sectors, sinCos);
    const [sin, cos] = sinCos;
    return flips.map(([flipX, flipY]) => ({ sin, cos, flipX, flipY }));
  }).flat();
}

/** A soft round dab at a distance of its middle, in radii. */
const soft = (distance2: number): number => (distance2 < 1 ? (1 - distance2) * (1 - distance2) : 0);

/**
 * How much of a dab each of its copies in sectors does: near the middle they lie on one another, and together they do there
 * what one does. `away` is how far the dab lies from the middle, in radii.
 */
function shareOf(sectors: number, away: number): number {
  let all = 0;
  for (let k = 0; k < sectors; k++) {
    sinCosTurns(k / (2 * sectors), sinCos);
    const apart = 2 * away * sinCos[0];
    all += soft(apart * apart);
  }
  return 1 / all;
}

/** How much one dab raises or lowers, in radii, at full strength. */
const RISE = 0.15;
const PINCH = 0.12;
/** Points along a window that its plane is found by. */
const SAMPLES = 20;
/** How far smoothing looks, in radii. */
const SMOOTH_REACH = 0.15;

/**
 * Clay as a grid of places that a hand moves: three numbers for each of side x side points, to the right, up and towards
 * the eye, in shares of the side, by how much each lies beside its rest. Heights and overhangs are one thing.
 */
export class Sculpture {
  readonly side: number;
  readonly moves: Float32Array;
  private readonly weights: Float32Array;
  private readonly held: Float32Array;
  private readonly guard: Float32Array;

  /** `guardPct`: along the rim nothing is moved, full strength so far inside. */
  constructor(side: number, guardPct: number, moves: Float32Array = new Float32Array(3 * side * side)) {
    this.side = side;
    this.moves = moves;
    this.weights = new Float32Array(side * side);
    this.held = new Float32Array(3 * side * side);
    const reach = (guardPct / 100) * side;
    this.guard = Float32Array.from({ length: side }, (_, i) => {
      const inside = Math.min(i, side - 1 - i);
      return reach > 0 ? smoothstep(0, reach, inside) : 1;
    });
  }

  /** Does a stroke; `tip`, where there is one, is laid over each dab instead of a soft round. Gives the rows it touched. */
  apply(stroke: SculptStroke, tip?: Raster, from = 0): { from: number; to: number } {
    const dabs = dabsAlong(stroke);
    const rows = { from: this.side, to: 0 };
    const copies = copiesOf(stroke);
    for (const dab of dabs.slice(from)) {
      const away = Math.sqrt((dab.x - 0.5) ** 2 + (dab.y - 0.5) ** 2) / stroke.radius;
      const strength = stroke.strength * dab.pressure * shareOf(stroke.sectors, away);
      for (const copy of copies) {
        const window = this.dab(stroke, { ...dab, strength }, copy, tip);
        rows.from = Math.min(rows.from, window.y0);
        rows.to = Math.max(rows.to, window.y1);
      }
    }
    return rows;
  }

  private dab(stroke: SculptStroke, dab: WorkedDab, copy: Copy, tip: Raster | undefined): Window {
    const { side } = this;
    const u = (dab.x - 0.5) * copy.flipX;
    const v = (dab.y - 0.5) * copy.flipY;
    const cx = (0.5 + u * copy.cos - v * copy.sin) * side - 0.5;
    const cy = (0.5 + u * copy.sin + v * copy.cos) * side - 0.5;
    const radius = stroke.radius * side;
    const window = {
      x0: Math.max(0, Math.ceil(cx - radius)),
      y0: Math.max(0, Math.ceil(cy - radius)),
      x1: Math.min(side, Math.floor(cx + radius) + 1),
      y1: Math.min(side, Math.floor(cy + radius) + 1),
    };
    if (window.x0 >= window.x1 || window.y0 >= window.y1) return window;
    this.weigh(window, { cx, cy, radius, strength: dab.strength }, copy, tip);
    this.work(stroke, window, cx, cy, copy);
    return window;
  }

  /** How much each point of a window is moved, 0..1, into `weights`. */
  private weigh(
    { x0, y0, x1, y1 }: Window,
    { cx, cy, radius, strength }: { cx: number; cy: number; radius: number; strength: number },
    copy: Copy,
    tip: Raster | undefined,
  ): void {
    const { side, weights, guard } = this;
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        const dx = (x - cx) / radius;
        const dy = (y - cy) / radius;
        let w: number;
        if (tip) {
          // the tip lies as the dab does: turned back and mirrored back
          const a = (dx * copy.cos + dy * copy.sin) * copy.flipX;
          const b = (-dx * copy.sin + dy * copy.cos) * copy.flipY;
          w = valueAt(tip, ((a + 1) / 2) * tip.width - 0.5, ((b + 1) / 2) * tip.height - 0.5);
        } else {
          w = soft(dx * dx + dy * dy);
        }
        weights[y * side + x] = w * strength * guard[x] * guard[y];
      }
  }

  private work({ tool, radius, by }: SculptStroke, window: Window, cx: number, cy: number, copy: Copy): void {
    switch (tool) {
      case 'raise':
        this.along(window, RISE * radius, cx, cy);
        break;
      case 'lower':
        this.along(window, -RISE * radius, cx, cy);
        break;
      case 'smooth':
        this.smooth(window, Math.max(1, Math.round(radius * this.side * SMOOTH_REACH)));
        break;
      case 'flatten':
        this.toPlane(window, false);
        break;
      case 'scrape':
        this.toPlane(window, true);
        break;
      case 'pinch':
        this.pinch(window, cx, cy);
        break;
      case 'crease':
        this.pinch(window, cx, cy);
        this.along(window, -RISE * radius * 0.7, cx, cy);
        break;
      case 'pull':
        this.pull(window, by ?? [0, 0, 0], copy);
    }
  }

  private each({ x0, y0, x1, y1 }: Window, use: (at: number, weight: number, x: number, y: number) => void): void {
    for (let y = y0; y < y1; y++)
      for (let x = x0, i = y * this.side + x0; x < x1; x++, i++) {
        const w = this.weights[i];
        if (w !== 0) use(3 * i, w, x, y);
      }
  }

  /** The direction away from the clay at a point of the grid, one long. */
  private normalAt(x: number, y: number): [number, number, number] {
    const { side, moves: m } = this;
    const at = (px: number, py: number) => 3 * (py * side + px);
    const left = Math.max(0, x - 1);
    const right = Math.min(side - 1, x + 1);
    const above = Math.max(0, y - 1);
    const below = Math.min(side - 1, y + 1);
    const a = at(left, y);
    const b = at(right, y);
    const c = at(x, below);
    const d = at(x, above);
    const ux = (right - left) / side + m[b] - m[a];
    const uy = m[b + 1] - m[a + 1];
    const uz = m[b + 2] - m[a + 2];
    const vx = m[d] - m[c];
    const vy = (below - above) / side + m[d + 1] - m[c + 1];
    const vz = m[d + 2] - m[c + 2];
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const n = 1 / (Math.sqrt(nx * nx + ny * ny + nz * nz) || 1);
    return [nx * n, ny * n, nz * n];
  }

  private along(window: Window, amount: number, cx: number, cy: number): void {
    const inGrid = (v: number) => Math.max(0, Math.min(this.side - 1, Math.round(v)));
    const [nx, ny, nz] = this.normalAt(inGrid(cx), inGrid(cy));
    const { moves: m } = this;
    this.each(window, (at, w) => {
      m[at] += nx * amount * w;
      m[at + 1] += ny * amount * w;
      m[at + 2] += nz * amount * w;
    });
  }

  /** Brings each point towards the mean of four others so many points away. */
  private smooth(window: Window, reach: number): void {
    const { side, moves: m, held } = this;
    const last = side - 1;
    const y0 = Math.max(0, window.y0 - reach);
    const y1 = Math.min(side, window.y1 + reach);
    held.set(m.subarray(3 * y0 * side, 3 * y1 * side), 3 * y0 * side);
    this.each(window, (at, w, x, y) => {
      const left = at - 3 * Math.min(reach, x);
      const right = at + 3 * Math.min(reach, last - x);
      const above = at - 3 * side * Math.min(reach, y);
      const below = at + 3 * side * Math.min(reach, last - y);
      const share = Math.min(1, w);
      for (let k = 0; k < 3; k++) {
        const mean = (held[left + k] + held[right + k] + held[above + k] + held[below + k]) / 4;
        m[at + k] += (mean - held[at + k]) * share;
      }
    });
  }

  /** Brings points to the plane through their weighted middle; `above`: only those that lie over it. */
  private toPlane(window: Window, above: boolean): void {
    const { side, moves: m } = this;
    let sum = 0;
    const middle = [0, 0, 0];
    const normal = [0, 0, 0];
    // a few hundred points tell a plane as well as all
    const every = Math.ceil((window.x1 - window.x0) / SAMPLES);
    this.each(window, (at, w, x, y) => {
      if (x % every !== 0 || y % every !== 0) return;
      sum += w;
      middle[0] += w * (x / side + m[at]);
      middle[1] += w * (-y / side + m[at + 1]);
      middle[2] += w * m[at + 2];
      const n = this.normalAt(x, y);
      for (let k = 0; k < 3; k++) normal[k] += w * n[k];
    });
    const length = Math.sqrt(normal[0] ** 2 + normal[1] ** 2 + normal[2] ** 2);
    if (sum === 0 || length === 0) return;
    const [nx, ny, nz] = normal.map((v) => v / length);
    const [px, py, pz] = middle.map((v) => v / sum);
    this.each(window, (at, w, x, y) => {
      const d = (x / side + m[at] - px) * nx + (-y / side + m[at + 1] - py) * ny + (m[at + 2] - pz) * nz;
      if (above && d <= 0) return;
      const share = Math.min(1, w) * d * 0.5;
      m[at] -= nx * share;
      m[at + 1] -= ny * share;
      m[at + 2] -= nz * share;
    });
  }

  private pinch(window: Window, cx: number, cy: number): void {
    const { side, moves: m } = this;
    this.each(window, (at, w, x, y) => {
      const share = Math.min(1, w) * PINCH;
      m[at] += ((cx - x) / side - m[at]) * share;
      m[at + 1] += ((y - cy) / side - m[at + 1]) * share;
    });
  }

  private pull(window: Window, [dx, dy, dz]: readonly [number, number, number], copy: Copy): void {
    const { moves: m } = this;
    // the way of a copy is turned and mirrored with it; up is against the rows
    const right = dx * copy.flipX;
    const down = -dy * copy.flipY;
    const toRight = right * copy.cos - down * copy.sin;
    const upwards = -(right * copy.sin + down * copy.cos);
    this.each(window, (at, w) => {
      m[at] += toRight * w;
      m[at + 1] += upwards * w;
      m[at + 2] += dz * w;
    });
  }
}
