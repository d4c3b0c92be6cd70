import type { DabTable } from '../../vary/dab-table.ts';

/** The middle line of a band: places of the sheet with their direction, and half the width there, px. */
export interface Spine {
  count: number;
  x: Float64Array;
  y: Float64Array;
  tx: Float64Array;
  ty: Float64Array;
  half: Float64Array;
  /** px along the line from its head */
  s: Float64Array;
  /** which row of the table each place stands for */
  row: Int32Array;
}

export function emptySpine(count: number): Spine {
  const column = () => new Float64Array(count);
  return {
    count,
    x: column(),
    y: column(),
    tx: column(),
    ty: column(),
    half: column(),
    s: column(),
    row: new Int32Array(count),
  };
}

/** The direction at each place: that from the place before to the one after; where both are one place, the last one's. */
export function setDirections({ count, x, y, tx, ty }: Spine): void {
  let [lastX, lastY] = [1, 0];
  for (let i = 0; i < count; i++) {
    const [a, b] = [Math.max(0, i - 1), Math.min(count - 1, i + 1)];
    const [dx, dy] = [x[b] - x[a], y[b] - y[a]];
    const long = Math.sqrt(dx * dx + dy * dy);
    if (long > 0) [lastX, lastY] = [dx / long, dy / long];
    tx[i] = lastX;
    ty[i] = lastY;
  }
}

/** The way up to each place. */
export function setLengths({ count, x, y, s }: Spine): void {
  for (let i = 1; i < count; i++) {
    const [dx, dy] = [x[i] - x[i - 1], y[i] - y[i - 1]];
    s[i] = s[i - 1] + Math.sqrt(dx * dx + dy * dy);
  }
}

/** How near its beginning a line must end to be closed, px of the sheet. */
const CLOSES_PX = 1.5;

/** Whether a line ends where it began, after a way that is worth the name. */
export function closes({ count, x, y, half, s }: Spine): boolean {
  const last = count - 1;
  const [dx, dy] = [x[last] - x[0], y[last] - y[0]];
  return Math.sqrt(dx * dx + dy * dy) <= CLOSES_PX && s[last] >= Math.max(half[0], CLOSES_PX);
}

/** A single press: the plate once, lying straight, as long as it is by its own proportions. */
function pressed(dabs: DabTable, zoom: number, aspect: number): Spine {
  const half = (dabs.sizePx[0] * zoom) / 2;
  const long = Math.max(1, 2 * half * aspect);
  const spine = emptySpine(Math.max(2, Math.ceil(long) + 1));
  for (let i = 0; i < spine.count; i++) {
    spine.x[i] = dabs.x[0] * zoom + long * (i / (spine.count - 1) - 0.5);
    spine.y[i] = dabs.y[0] * zoom;
    spine.half[i] = half;
  }
  setDirections(spine);
  setLengths(spine);
  return spine;
}

/** A way that is shorter is none: the pen was only pressed, px. */
const LEAST_WAY = 1e-3;

/**
 * The spine of a band from its rows, in px of the sheet. `aspect`: how long the plate is against its height, with the
 * band's own length.
 */
export function spineOf(dabs: DabTable, zoom: number, aspect: number): Spine {
  if (dabs.count === 1) return pressed(dabs, zoom, aspect);
  const spine = emptySpine(dabs.count);
  for (let i = 0; i < dabs.count; i++) {
    spine.x[i] = dabs.x[i] * zoom;
    spine.y[i] = dabs.y[i] * zoom;
    spine.half[i] = (dabs.sizePx[i] * zoom) / 2;
    spine.row[i] = i;
  }
  setDirections(spine);
  setLengths(spine);
  return spine.s[spine.count - 1] < LEAST_WAY ? pressed(dabs, zoom, aspect) : spine;
}
