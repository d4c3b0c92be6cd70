import { smoothstep } from '../maths/index.ts';
import { distanceTo } from '../raster/distance.ts';
import { mapped, num, number, rows, type Rows, type StepDefinition } from './step.ts';

/** Which pixels have their centre inside a closed outline (even and odd crossings), as 0 and 1. */
export function insideOutline(points: Rows, width: number, height: number): Uint8Array {
  const inside = new Uint8Array(width * height);
  const crossings: number[] = [];
  for (let y = 0; y < height; y++) {
    const at = (y + 0.5) / height;
    crossings.length = 0;
    for (let k = 0; k < points.length; k++) {
      const [ax, ay] = points[k];
      const [bx, by] = points[(k + 1) % points.length];
      if (ay > at !== by > at) crossings.push((ax + ((at - ay) / (by - ay)) * (bx - ax)) * width);
    }
    crossings.sort((a, b) => a - b);
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const first = Math.max(0, Math.ceil(crossings[k] - 0.5));
      const last = Math.min(width, Math.ceil(crossings[k + 1] - 0.5));
      if (last > first) inside.fill(1, y * width + first, y * width + last);
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

export const regionStep: StepDefinition = {
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
    featherPx: number('Feather', 'px', [0, 200, 1], 4, 'Width of the soft way from inside to outside.'),
  },
  run: (input, values) => {
    const outline = rows(values, 'outline');
    if (outline.length < 2) return { raster: input, facts: {} };
    const { width, height } = input;
    const inside = insideOutline(outline.length === 2 ? boxOutline(outline) : outline, width, height);
    const kept = values.inverted ? inside.map((v) => 1 - v) : inside;
    const feather = num(values, 'featherPx');
    const share = kept.reduce((sum, v) => sum + v, 0) / kept.length;
    const facts = { keptPct: Math.round(share * 1000) / 10 };
    if (feather === 0) return { raster: mapped(input, (v, i) => v * kept[i]), facts };
    // from the outline inwards, so that nothing outside is kept
    const far = distanceTo(
      kept.map((v) => 1 - v),
      width,
      height,
    );
    return { raster: mapped(input, (v, i) => v * smoothstep(0, feather + 1, far[i])), facts };
  },
  sentence: (values, facts) => {
    const count = rows(values, 'outline').length;
    if (count < 2) return 'draw a box or an outline on the picture';
    const what = count === 2 ? 'a box' : 'an outline';
    const share = facts.keptPct === undefined ? '' : `, ${facts.keptPct} % kept`;
    return `${what}${values.inverted ? ', inverted' : ''}${share}`;
  },
};
