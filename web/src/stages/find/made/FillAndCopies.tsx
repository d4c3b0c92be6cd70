import { apply, type Figure, type Held, type RowPath } from '@amber-stamp/core/make';
import { Line } from 'react-konva';
import { AMBER, turnedFrom } from '../../cut/handles/shared.ts';
import { editRow } from './figures.ts';
import { Peg } from './Peg.tsx';

interface Props {
  row: Figure;
  path: RowPath;
  held: Held;
}

const tenth = (v: number): number => Math.round(v * 10) / 10;

/** The second copy is dragged: how far each lies from the one before. */
export function CopiesPeg({ row, path, held: { fromRow, toRow } }: Props) {
  const first = fromRow([row.x, row.y]);
  const second = fromRow([row.x + row.copies.x, row.y + row.copies.y]);
  return (
    <>
      <Line points={[...first, ...second]} stroke={AMBER} dash={[2, 3]} listening={false} />
      <Peg
        at={second}
        label="copies moved"
        row={row}
        onDrag={(x, y, event) => {
          const [u, v] = toRow([x, y]);
          const [dx, dy] = [u - row.x, v - row.y];
          const along = event.shiftKey && Math.abs(dx) >= Math.abs(dy);
          editRow(path, ({ copies }) => {
            copies.x = event.shiftKey && !along ? 0 : tenth(dx);
            copies.y = along ? 0 : tenth(dy);
          });
        }}
      />
    </>
  );
}

/** The peg of a gradient stands so far from the middle, in halves of the box. */
const FILL_ARM = 0.72;

/** A gradient across is turned by its end. */
export function FillPeg({ row, path, held: { by, rx, ry, toBox } }: Props) {
  const angle = (row.fillTurn * Math.PI) / 180;
  const [u, v] = [FILL_ARM * Math.cos(angle), FILL_ARM * Math.sin(angle)];
  const end = apply(by, [u * rx, v * ry]);
  return (
    <>
      <Line points={[...apply(by, [-u * rx, -v * ry]), ...end]} stroke={AMBER} strokeWidth={2} listening={false} />
      <Peg
        at={end}
        label="gradient turned"
        row={row}
        onDrag={(x, y, event) => {
          const turn = turnedFrom(...toBox([x, y]));
          editRow(path, (draft) => void (draft.fillTurn = event.shiftKey ? Math.round(turn / 15) * 15 : turn));
        }}
      />
    </>
  );
}
