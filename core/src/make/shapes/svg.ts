import { curveFunction } from '../../maths/curve.ts';
import type { Place } from '../outline.ts';
import { after, apply, moved, scaleOf, turned, type Affine } from '../../maths/affine.ts';
import { contourOf, isClosed } from './contour.ts';
import { copiesOf } from './copies.ts';
import type { Figure, Shapes } from './schema.ts';

/** How what meets below is said in CSS (Compositing and Blending Level 1); values print, so more is darker on paper. */
const BLENDS = { over: '', cut: '', darken: 'darken', lighten: 'lighten', add: 'multiply' } as const;
/** Stops of a gradient, and pieces of a line whose thickness changes. */
const PIECES = 12;
const LINE_PIECES = 64;

const num = (v: number): string => String(Math.round(v * 100) / 100);
const gray = (value: number): string => {
  const v = Math.round(255 * (1 - value));
  return `rgb(${v},${v},${v})`;
};
const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c);

interface Writing {
  unit: number;
  defs: string[];
  count: number;
}

const through = (points: Figure['stops']) =>
  curveFunction([...points].sort((a, b) => a[0] - b[0]).map(([x, y]) => [x / 100, y / 100]));

/** A gradient of the box of a figure, in px of the drawing; gives its name. */
function gradient(row: Figure, by: Affine, [rx, ry]: Place, to: Writing): string {
  const id = `g${to.count++}`;
  const value = through(row.stops);
  const stops = Array.from({ length: PIECES + 1 }, (_, k) => k / PIECES)
    .map((at) => `<stop offset="${num(at)}" stop-color="${gray(value(at))}"/>`)
    .join('');
  const [a, c, e, b, d, f] = by;
  const box = `gradientUnits="userSpaceOnUse" gradientTransform="matrix(${[a * rx, b * rx, c * ry, d * ry, e, f].map(num).join(' ')})"`;
  if (row.fill === 'radial')
    to.defs.push(`<radialGradient id="${id}" cx="0" cy="0" r="1" ${box}>${stops}</radialGradient>`);
  else {
    const [cos, , , sin] = turned(row.fillTurn);
    const reach = Math.abs(cos) + Math.abs(sin);
    const [x, y] = [cos * reach, sin * reach];
    to.defs.push(
      `<linearGradient id="${id}" x1="${num(-x)}" y1="${num(-y)}" x2="${num(x)}" y2="${num(y)}" ${box}>${stops}</linearGradient>`,
    );
  }
  return `url(#${id})`;
}

function softened(sigma: number, to: Writing): string {
  if (sigma < 0.05) return '';
  const id = `s${to.count++}`;
  to.defs.push(
    `<filter id="${id}" x="-50%" y="-50%" width="200%" height="200%"><feGaussianBlur stdDeviation="${num(sigma)}"/></filter>`,
  );
  return ` filter="url(#${id})"`;
}

const pathOf = (line: readonly Place[], closed: boolean): string =>
  `M${line.map(([x, y]) => `${num(x)} ${num(y)}`).join('L')}${closed ? 'Z' : ''}`;

/** A line in pieces, each as thick and as dark as it is there. */
function pieces(row: Figure, line: readonly Place[], width: number, paint: string): string {
  const closed = isClosed(row);
  const share = row.profile.length > 0 ? through(row.profile) : () => 1;
  const along = row.fill === 'along' ? through(row.stops) : undefined;
  const style = 'fill="none" stroke-linecap="round" stroke-linejoin="round"';
  if (row.profile.length === 0 && !along)
    return `<path d="${pathOf(line, closed)}" ${style} stroke="${paint}" stroke-width="${num(width)}"/>`;
  return divided(closed ? [...line, line[0]] : line)
    .map(({ from, to, at }) => {
      const thick = width * share(at);
      return thick < 0.01
        ? ''
        : `<path d="${pathOf([from, to], false)}" ${style} stroke="${along ? gray(along(at)) : paint}" stroke-width="${num(thick)}"/>`;
    })
    .join('');
}

/** A line in pieces of about the same length, each with the share of the way at its middle. */
function divided(line: readonly Place[]): { from: Place; to: Place; at: number }[] {
  const lengths = line.slice(1).map((b, k) => Math.sqrt((b[0] - line[k][0]) ** 2 + (b[1] - line[k][1]) ** 2));
  const whole = lengths.reduce((sum, l) => sum + l, 0) || 1;
  let gone = 0;
  return lengths.flatMap((length, k) => {
    const [[ax, ay], [bx, by]] = [line[k], line[k + 1]];
    const count = Math.max(1, Math.ceil((length / whole) * LINE_PIECES));
    const begun = gone / whole;
    gone += length;
    const point = (t: number): Place => [ax + (bx - ax) * t, ay + (by - ay) * t];
    return Array.from({ length: count }, (_, i) => ({
      from: point(i / count),
      to: point((i + 1) / count),
      at: begun + ((i + 0.5) / count) * (length / whole),
    }));
  });
}

function figure(row: Figure, by: Affine, to: Writing): string {
  const half: Place = [(row.width * to.unit) / 2, (row.height * to.unit) / 2];
  const line = contourOf(row, ...half).map((p) => apply(by, p));
  if (line.length < 2) return '';
  const scale = scaleOf(by);
  const plain = row.fill === 'plain' || row.fill === 'along';
  const paint = plain ? gray(row.value / 100) : gradient(row, by, half, to);
  const soft = softened((row.soft * to.unit * scale) / 4, to);
  const drawn =
    row.line > 0 || !isClosed(row)
      ? pieces(row, line, row.line * to.unit * scale, paint)
      : `<path d="${pathOf(line, true)}" fill="${paint}"/>`;
  return soft ? `<g${soft}>${drawn}</g>` : drawn;
}

function copied(row: Figure, base: Affine, to: Writing): string {
  const made = copiesOf(row, to.unit).map(({ by, strength }) => {
    const placed = after(base, by);
    const inner = row.what === 'group' ? rowsSvg(row.rows, placed, to) : figure(row, placed, to);
    const blend = BLENDS[row.meets];
    const style = `${strength < 1 ? ` opacity="${num(strength)}"` : ''}${blend ? ` style="mix-blend-mode:${blend}"` : ''}`;
    return style ? `<g${style}>${inner}</g>` : inner;
  });
  return made.join('');
}

/** Rows in their order; one that cuts masks all that lies below it. */
function rowsSvg(rows: readonly Figure[], base: Affine, to: Writing): string {
  let below = '';
  for (const row of rows.filter(({ on }) => on)) {
    const own = copied(row, base, to);
    if (row.meets === 'cut') {
      const id = `c${to.count++}`;
      // dark figures on a white mask: what they cover is taken away
      to.defs.push(
        `<mask id="${id}" maskUnits="userSpaceOnUse" x="0" y="0" width="100%" height="100%"><rect width="100%" height="100%" fill="#fff"/>${own}</mask>`,
      );
      below = `<g mask="url(#${id})">${below}</g>`;
    } else {
      const name = row.name ? ` aria-label="${escaped(row.name)}"` : '';
      below += `<g${name}>${own}</g>`;
    }
  }
  return below;
}

/** A drawing as SVG 1.1: dark prints, on clear ground. Thicknesses and grays that change along a line become pieces. */
export function shapesSvg(shapes: Shapes): string {
  const { widthPx: width, heightPx: height } = shapes;
  const to: Writing = { unit: Math.max(width, height) / 100, defs: [], count: 0 };
  const body = rowsSvg(shapes.rows, moved(width / 2, height / 2), to);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">
<title>${escaped(shapes.name)}</title>
<defs>${to.defs.join('')}</defs>
${body}
</svg>
`;
}
