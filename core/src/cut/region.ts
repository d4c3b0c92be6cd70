import { smoothstep } from '../maths/ramps.ts';
import { distanceTo } from '../raster/distance.ts';
import { windowOfRaster, type Raster } from '../raster/raster.ts';
import { choice, mapped, number, type Rows, type Size, defineStep } from './step.ts';

/** A part of a raster that is looked at, px. */
interface Window {
  left: number;
  top: number;
  width: number;
  height: number;
}

const whole = ({ width, height }: Size): Window => ({ left: 0, top: 0, width, height });

/** Which pixels of a part have their centre inside a closed outline (even and odd crossings), as 0 and 1. */
export function insideOutline(points: Rows, size: Size, part = whole(size)): Uint8Array {
  const { left, top, width, height } = part;
  const inside = new Uint8Array(width * height);
  const crossings: number[] = [];
  for (let y = 0; y < height; y++) {
    const at = (top + y + 0.5) / size.height;
    crossings.length = 0;
    for (let k = 0; k < points.length; k++) {
      const [ax, ay] = points[k];
      const [bx, by] = points[(k + 1) % points.length];
      if (ay > at !== by > at) crossings.push((ax + ((at - ay) / (by - ay)) * (bx - ax)) * size.width);
    }
    crossings.sort((a, b) => a - b);
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const first = Math.max(left, Math.ceil(crossings[k] - 0.5));
      const last = Math.min(left + width, Math.ceil(crossings[k + 1] - 0.5));
      if (last > first) inside.fill(1, y * width + first - left, y * width + last - left);
    }
  }
  return inside;
}

/** The corners of a box that is given by two of them. */
const boxOutline = ([[ax, ay], [bx, by]]: Rows): Rows => [
  [ax, ay],
  [bx, ay],
  [bx, by],
  [ax, by],
];

/** The middle of the values that lie along an outline. */
function groundAlong(input: Raster, inside: Uint8Array): number {
  const { width, data } = input;
  const along: number[] = [];
  for (let i = 0; i < data.length; i++)
    if (
      inside[i] === 1 &&
      (inside[i - 1] === 0 || inside[i + 1] === 0 || inside[i - width] === 0 || inside[i + width] === 0)
    )
      along.push(data[i]);
  along.sort((a, b) => a - b);
  return along[along.length >> 1] ?? 0;
}

/** A part of a raster with what lies outside taken away, and the share of all that stays. */
function kept(
  all: Raster,
  part: Window,
  corners: Rows,
  values: { inverted: boolean; featherPx: number; outside: string },
): { raster: Raster; share: number } {
  const { width, height } = part;
  const input = windowOfRaster(all, part.left, part.top, width, height);
  const inside = insideOutline(corners, all, part);
  const stays = values.inverted ? inside.map((v) => 1 - v) : inside;
  const share = stays.reduce((sum, v) => sum + v, 0) / all.data.length;
  const feather = values.featherPx;
  const ground = values.outside === 'the ground' ? groundAlong(input, stays) : 0;
  if (feather === 0) return { raster: mapped(input, (v, i) => (stays[i] ? v : ground)), share };
  // from the outline inwards, so that nothing outside is kept
  const far = distanceTo(
    stays.map((v) => 1 - v),
    width,
    height,
  );
  return { raster: mapped(input, (v, i) => ground + (v - ground) * smoothstep(0, feather + 1, far[i])), share };
}

/** The box around an outline, at least one pixel. */
function boxAround({ width, height }: Size, corners: Rows): Window {
  const within = (v: number, side: number) => Math.max(0, Math.min(side, Math.round(v * side)));
  const left = Math.min(width - 1, within(Math.min(...corners.map(([x]) => x)), width));
  const top = Math.min(height - 1, within(Math.min(...corners.map(([, y]) => y)), height));
  const right = Math.max(left + 1, within(Math.max(...corners.map(([x]) => x)), width));
  const bottom = Math.max(top + 1, within(Math.max(...corners.map(([, y]) => y)), height));
  return { left, top, width: right - left, height: bottom - top };
}

/** Beyond the box of an outline so many px tell what lies along it. */
const BESIDE = 2;

/** A box with what lies beside it, within its raster. */
function widened({ left, top, width, height }: Window, { width: w, height: h }: Size): Window {
  const [x, y] = [Math.max(0, left - BESIDE), Math.max(0, top - BESIDE)];
  return {
    left: x,
    top: y,
    width: Math.min(w, left + width + BESIDE) - x,
    height: Math.min(h, top + height + BESIDE) - y,
  };
}

/** What a region keeps of a raster; cut to its box, only that is worked on, however large the raster is. */
function taken(
  input: Raster,
  corners: Rows,
  values: { inverted: boolean; featherPx: number; outside: string; crop: boolean },
): { raster: Raster; share: number } {
  if (!values.crop || values.inverted) return kept(input, whole(input), corners, values);
  const box = boxAround(input, corners);
  const around = widened(box, input);
  const { raster: made, share } = kept(input, around, corners, values);
  return { raster: windowOfRaster(made, box.left - around.left, box.top - around.top, box.width, box.height), share };
}

export const regionStep = defineStep({
  name: 'region',
  label: 'Region',
  group: 'Shape',
  help: 'Takes a part of the picture: what lies outside prints nothing.',
  params: {
    outline: {
      kind: 'rows',
      label: 'Outline',
      columns: ['x', 'y'],
      open: false,
      most: 600,
      min: -1,
      max: 2,
      default: [],
      help: 'Two places are the corners of a box, more are an outline; in shares of the sides.',
    },
    inverted: { kind: 'flag', label: 'Inverted', default: false, help: 'Clears the inside instead.' },
    crop: {
      kind: 'flag',
      label: 'Cut to its box',
      default: false,
      help: 'What goes on is only the box around the region, as if it had been scanned alone.',
    },
    outside: choice(
      'Outside is',
      ['nothing', 'the ground'],
      'nothing',
      'Cleared, or filled with the value that lies along the outline, so that paper stays paper.',
    ),
    featherPx: number('Feather', 'px', [0, 200, 1], 4, 'Width of the soft way from inside to outside.'),
  },
  run: (input, values) => {
    const outline = values.outline;
    if (outline.length < 2) return { raster: input, facts: {} };
    const corners = outline.length === 2 ? boxOutline(outline) : outline;
    const { raster: made, share } = taken(input, corners, values);
    const facts = { keptPct: Math.round(share * 1000) / 10 };
    return { raster: made, facts };
  },
  sentence: (values, facts) => {
    const count = values.outline.length;
    if (count < 2) return 'draw a box or an outline on the picture';
    const what = count === 2 ? 'a box' : 'an outline';
    const share = facts.keptPct === undefined ? '' : `, ${facts.keptPct} % kept`;
    return `${what}${values.inverted ? ', inverted' : ''}${share}`;
  },
});
