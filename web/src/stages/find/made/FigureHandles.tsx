import {
  apply,
  heldRow,
  rowAt,
  type Affine,
  type Figure,
  type Held,
  type RowPath,
  type Shapes,
} from '@amber-stamp/core/make';
import { Circle, Line } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { AMBER, clamp, PEG, turnedFrom } from '../../cut/handles/shared.ts';
import { CopiesPeg, FillPeg } from './FillAndCopies.tsx';
import { editRow, rowName } from './figures.ts';
import { Peg } from './Peg.tsx';

interface Props {
  shapes: Shapes;
  path: RowPath;
  width: number;
  height: number;
}

const tenth = (v: number): number => Math.round(v * 10) / 10;
/** The peg that turns stands so far beside the box, px. */
const ARM = 28;
/** A group has no box of its own: its pegs stand as far from its middle, in shares of the longer side. */
const GROUP_ARM = 0.18;

/** Turns and, of a group, scales: a peg beside the figure. */
function TurnPeg({
  row,
  path,
  by,
  reach,
  longer,
}: {
  row: Figure;
  path: RowPath;
  by: Affine;
  reach: number;
  longer: number;
}) {
  const middle = apply(by, [0, 0]);
  const isGroup = row.what === 'group';
  const at = isGroup ? apply(by, [longer * GROUP_ARM, 0]) : apply(by, [reach, 0]);
  return (
    <>
      <Line points={[...middle, ...at]} stroke={AMBER} dash={[4, 4]} listening={false} />
      <Peg
        at={at}
        label={isGroup ? 'turned and scaled' : 'turned'}
        row={row}
        onDrag={(x, y, event) => {
          const [dx, dy] = [x - middle[0], y - middle[1]];
          const angle = turnedFrom(dx, dy);
          const far = Math.hypot(dx, dy);
          editRow(path, (draft) => {
            draft.turn = event.shiftKey ? Math.round(angle / 15) * 15 : angle;
            if (isGroup) draft.scale = Math.round(clamp((far / (longer * GROUP_ARM)) * 100, 1, 1000));
          });
        }}
      />
    </>
  );
}

/** The points of a path: dragged; a double press makes one smooth or a corner, with Alt takes it out. */
const PathPegs = ({ row, path, held: { by, rx, ry, toBox } }: { row: Figure; path: RowPath; held: Held }) =>
  row.points.map(([u, v, smooth], k) => {
    const [x, y] = apply(by, [u * rx, v * ry]);
    return (
      <Circle
        {...PEG}
        key={k}
        radius={4.5}
        x={x}
        y={y}
        onDragMove={(e) => {
          const [nu, nv] = toBox([e.target.x(), e.target.y()]);
          editRow(path, (draft) => void (draft.points[k] = [clamp(nu, -20, 20), clamp(nv, -20, 20), smooth]));
        }}
        onDragEnd={() => settle(`${rowName(row)}: point moved`)}
        onDblClick={(e) => {
          editRow(path, (draft) => {
            if (!e.evt.altKey) draft.points[k] = [u, v, smooth < 0.5 ? 1 : 0];
            else if (draft.points.length > 2) draft.points.splice(k, 1);
          });
          const done = e.evt.altKey ? 'taken out' : smooth < 0.5 ? 'made smooth' : 'made a corner';
          settle(`${rowName(row)}: point ${done}`);
        }}
      />
    );
  });

/** The pegs of one row: its corner for both sides, one that turns, the points of a path, its copies and its gradient. */
export function FigureHandles({ shapes, path, width, height }: Props) {
  const row = rowAt(shapes.rows, path);
  const held = heldRow(shapes, path, width, height);
  if (!row || !held) return null;
  const longer = Math.max(width, height);
  const { by, rx, ry, toBox } = held;
  const sized = row.what !== 'group';
  const corners = [
    [-rx, -ry],
    [rx, -ry],
    [rx, ry],
    [-rx, ry],
  ] as const;
  return (
    <>
      {sized && (
        <Line
          points={corners.flatMap((corner) => apply(by, corner))}
          closed
          stroke={AMBER}
          strokeWidth={1}
          dash={[3, 4]}
          listening={false}
        />
      )}
      <TurnPeg row={row} path={path} by={by} reach={rx + ARM} longer={longer} />
      {sized && (
        <Peg
          at={apply(by, [rx, ry])}
          label="sized"
          row={row}
          onDrag={(x, y, event) => {
            const [u, v] = toBox([x, y]);
            const w = clamp(Math.abs(u) * row.width, 0.2, 400);
            const h = clamp(Math.abs(v) * row.height, 0.2, 400);
            const even = Math.max(w / row.width, h / row.height);
            editRow(path, (draft) => {
              draft.width = tenth(event.shiftKey ? row.width * even : w);
              draft.height = tenth(event.shiftKey ? row.height * even : h);
            });
          }}
        />
      )}
      {row.what === 'path' && <PathPegs row={row} path={path} held={held} />}
      {row.copies.count > 1 && row.copies.way === 'row' && <CopiesPeg row={row} path={path} held={held} />}
      {sized && row.fill === 'linear' && <FillPeg row={row} path={path} held={held} />}
    </>
  );
}
