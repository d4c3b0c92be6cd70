import { headingDeg } from '../../maths/angles.ts';
import { apply, scaleOf, type Affine } from '../../maths/affine.ts';
import { clamp } from '../../maths/ramps.ts';
import { copiesOf } from './copies.ts';
import { makeFigure, type Figure } from './schema.ts';

/** Within one turn, as rows are turned. */
const wrapped = (degrees: number): number => degrees - 360 * Math.round(degrees / 360);

/** Where copies stand round a middle, or are left to chance, they only keep their places in a group that lies as theirs did. */
const needsGroup = ({ copies }: Figure): boolean => copies.count > 1 && (copies.way === 'ring' || copies.chance > 0);

function paler(row: Figure, strength: number): Figure {
  if (row.what === 'group') return { ...row, rows: row.rows.map((inner) => paler(inner, strength)) };
  const stops = row.stops.map(([place, value]) => [place, value * strength]);
  return { ...row, value: row.value * strength, stops };
}

/** A row of a group as it lies outside of it. */
function freed(row: Figure, by: Affine, strength: number): Figure {
  const scale = scaleOf(by);
  const turn = headingDeg(by[0], by[3]);
  const own = paler(row, strength);
  if (needsGroup(row)) {
    const lies = { x: by[2], y: by[5], turn: wrapped(turn), scale: clamp(100 * scale, 1, 1000) };
    return { ...makeFigure({ what: 'group', name: row.name, ...lies }), rows: [own] };
  }
  const [x, y] = apply(by, [row.x, row.y]);
  const { copies } = row;
  const lies = { x, y, turn: wrapped(row.turn + turn) };
  const next = { ...copies, x: by[0] * copies.x + by[1] * copies.y, y: by[3] * copies.x + by[4] * copies.y };
  if (row.what === 'group') return { ...own, ...lies, scale: clamp(row.scale * scale, 1, 1000), copies: next };
  return {
    ...own,
    ...lies,
    width: row.width * scale,
    height: row.height * scale,
    line: row.line * scale,
    soft: row.soft * scale,
    copies: next,
  };
}

/**
 * The rows of a group where the group was, once for each of its copies: moved, turned, sized and as pale as they were in it.
 * What they cut or blend with is from then on all that lies below.
 */
export const takenApart = (group: Figure): Figure[] =>
  copiesOf(group, 1).flatMap(({ by, strength }) => group.rows.map((row) => freed(row, by, strength)));
