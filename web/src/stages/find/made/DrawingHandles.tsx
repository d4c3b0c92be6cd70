import { outlinesOf, rowAt, type RowPath, type Shapes } from '@amber-stamp/core/make';
import type Konva from 'konva';
import { useRef } from 'react';
import { Layer, Line, Rect } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { AMBER, shareAt } from '../../cut/handles/shared.ts';
import { chooseRow, samePath, useChosenRows } from './chosen.ts';
import { FigureHandles } from './FigureHandles.tsx';
import { editRow, rowName } from './figures.ts';
import { LineDrawing } from './LineDrawing.tsx';

type Pressed = Konva.KonvaEventObject<PointerEvent>;

/** Nearer to the middle than this, percent, a figure is caught by it. */
const CATCH = 0.8;
const caught = (v: number, free: boolean): number => (!free && Math.abs(v) < CATCH ? 0 : Math.round(v * 10) / 10);

/** Carries the chosen rows; they are caught by the middle unless Alt is held. */
function useCarrying(shapes: Shapes, width: number, height: number) {
  const held = useRef<{ at: [number, number]; rows: { path: RowPath; x: number; y: number }[]; moved: boolean } | null>(
    null,
  );
  const longer = Math.max(width, height);
  return {
    begin: (e: Pressed, path: RowPath) => {
      const at = shareAt(e);
      const { paths } = useChosenRows.getState();
      if (e.evt.shiftKey || !paths.some((other) => samePath(other, path))) chooseRow(path, e.evt.shiftKey);
      const rows = useChosenRows.getState().paths.flatMap((own) => {
        const row = rowAt(shapes.rows, own);
        return row ? [{ path: own, x: row.x, y: row.y }] : [];
      });
      held.current = at ? { at, rows, moved: false } : null;
    },
    move: (e: Pressed) => {
      const at = shareAt(e);
      const from = held.current;
      if (!at || !from) return;
      const dx = ((at[0] - from.at[0]) * width * 100) / longer;
      const dy = ((at[1] - from.at[1]) * height * 100) / longer;
      if (!from.moved && Math.hypot(dx, dy) < 0.3) return;
      from.moved = true;
      for (const { path, x, y } of from.rows)
        editRow(path, (row) => {
          row.x = caught(x + dx, e.evt.altKey || from.rows.length > 1);
          row.y = caught(y + dy, e.evt.altKey || from.rows.length > 1);
        });
    },
    end: () => {
      const from = held.current;
      held.current = null;
      const row = from?.rows[0] && rowAt(shapes.rows, from.rows[0].path);
      if (from?.moved && row) settle(`${rowName(row)} moved`);
    },
  };
}

/** The figures of a drawing: pressed to choose, dragged to move, with pegs where one is chosen. */
export function DrawingHandles({ shapes, width, height }: { shapes: Shapes; width: number; height: number }) {
  const paths = useChosenRows((s) => s.paths);
  const drawing = useChosenRows((s) => s.pressed !== null);
  const carrying = useCarrying(shapes, width, height);
  if (drawing) return <LineDrawing shapes={shapes} width={width} height={height} />;
  const last = paths.at(-1);
  const inside = last && last.length > 1 ? last : undefined;
  const shown: RowPath[] = [...shapes.rows.map((_, k) => [k]), ...(inside ? [inside] : [])];
  return (
    <Layer onPointerMove={carrying.move} onPointerUp={carrying.end}>
      <Rect width={width} height={height} onPointerDown={() => useChosenRows.setState({ paths: [] })} />
      {shown.flatMap((path) => {
        const chosen = paths.some((other) => samePath(other, path));
        return outlinesOf(shapes, path, width, height).map(({ line, closed }, k) => (
          <Line
            key={`${path.join('.')} ${k}`}
            points={line.flat()}
            closed={closed}
            stroke={chosen ? AMBER : 'rgba(143,75,0,.28)'}
            strokeWidth={chosen ? 1.5 : 1}
            hitStrokeWidth={12}
            fill={closed ? 'rgba(0,0,0,0.001)' : undefined}
            onPointerDown={(e: Pressed) => carrying.begin(e, path)}
          />
        ));
      })}
      {last && rowAt(shapes.rows, last) && <FigureHandles shapes={shapes} path={last} width={width} height={height} />}
    </Layer>
  );
}
