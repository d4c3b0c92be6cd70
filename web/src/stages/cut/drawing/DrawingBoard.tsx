import { DRAWN_COLUMNS, type DrawnStroke } from '@amber-stamp/core/cut';
import type { PenPoint } from '@amber-stamp/core/model';
import { distanceTo, settledWay } from '@amber-stamp/core/path';
import { useCallback, useMemo, useRef, useState, type PointerEvent } from 'react';
import { settle } from '../../../bench/store.ts';
import { usePen, type Drawn } from '../../../wide/usePen.ts';
import { useStrokeKeys } from '../../../wide/useStrokeKeys.ts';
import { WidthHandles } from '../../../wide/WidthHandles.tsx';
import type { HandleProps } from '../handles/shared.ts';
import { resizeTool, useDrawingHand } from './drawing-hand.ts';
import { drawLive, duplicateDrawn, editDrawn, freshNumber, removeDrawn, strokesIn } from './strokes.ts';

const COLUMNS = DRAWN_COLUMNS.length;
/** Nearer to a stroke than this it is picked, px. */
const LEAST_REACH = 10;
const round = (v: number, digits: number): number => Math.round(v * digits) / digits;

const rowsOf = (points: readonly PenPoint[], width: number, height: number): number[][] =>
  points.map(({ x, y, pressure, tiltX, tiltY, t }) => [
    round(x / width, 1e5),
    round(y / height, 1e5),
    round(pressure, 1e3),
    round(tiltX, 10),
    round(tiltY, 10),
    Math.round(t),
  ]);

/** A drawn stroke as samples of the picture, px. */
const samplesOf = ({ points }: DrawnStroke, width: number, height: number): PenPoint[] =>
  points
    .filter((row) => row.length === COLUMNS)
    .map(([x, y, pressure, tiltX, tiltY, t]) => ({ x: x * width, y: y * height, t, pressure, tiltX, tiltY, twist: 0 }));

/** The stroke that is under the hand, kept live in the recipe until the hand lets go. */
function useDrawing(place: number, width: number, height: number) {
  const board = useRef<HTMLDivElement>(null);
  const number = useRef<number | null>(null);
  const steady = useDrawingHand((s) => s.steady);
  const lay = useCallback(
    ({ points, away }: Drawn) => {
      const { tool } = useDrawingHand.getState();
      number.current ??= freshNumber(place);
      const settled = settledWay(points, steady).settled;
      const laid = rowsOf(settled.length > 0 ? settled : points.slice(0, 1), width, height);
      drawLive(place, { ...tool, out: tool.out !== away, number: number.current, points: laid, width: undefined });
    },
    [place, width, height, steady],
  );
  const done = useCallback(
    (drawn: Drawn) => {
      lay(drawn);
      number.current = null;
      const { tool } = useDrawingHand.getState();
      settle(tool.out !== drawn.away ? 'a stroke drawn out' : 'a stroke drawn');
    },
    [lay],
  );
  usePen(board, done, useDrawingHand.getState, lay);
  return board;
}

/** A ring as large as the tool, where the pointer is. */
function Cursor({ at, longer }: { at: readonly [number, number]; longer: number }) {
  const size = useDrawingHand((s) => s.tool.sizePct);
  return (
    <svg className="stroke-handles" aria-hidden>
      <circle className="tool" cx={at[0]} cy={at[1]} r={Math.max(1, ((size / 100) * longer) / 2)} />
    </svg>
  );
}

/** The picture of a step as paper: drawn on with the hand's tool, or strokes picked on it. */
export function DrawingBoard({ place, step, width, height }: HandleProps) {
  const board = useDrawing(place, width, height);
  const { does, picked } = useDrawingHand();
  const [at, setAt] = useState<readonly [number, number] | null>(null);
  const strokes = strokesIn(step);
  const chosen = strokes.find(({ number }) => number === picked);
  const samples = useMemo(() => chosen && samplesOf(chosen, width, height), [chosen, width, height]);
  const longer = Math.max(width, height);
  useStrokeKeys({
    hand: useDrawingHand,
    resize: resizeTool,
    deletePicked: () => picked !== null && removeDrawn(place, picked),
    doublePicked: () => picked !== null && duplicateDrawn(place, picked),
  });
  const pick = (e: PointerEvent<HTMLDivElement>) => {
    if (does !== 'pick' || (e.target as Element).closest('[role=slider]')) return;
    const box = e.currentTarget.getBoundingClientRect();
    const [x, y] = [e.clientX - box.left, e.clientY - box.top];
    const hit = strokes.findLast(
      (stroke) =>
        distanceTo({ points: samplesOf(stroke, width, height) }, x, y) <=
        Math.max(LEAST_REACH, (stroke.sizePct / 200) * longer),
    );
    useDrawingHand.setState({ picked: hit?.number ?? null });
  };
  return (
    <div
      ref={board}
      className="drawing-board"
      style={{ cursor: does === 'draw' ? 'crosshair' : 'pointer' }}
      onPointerDown={pick}
      onPointerMove={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        setAt([e.clientX - box.left, e.clientY - box.top]);
      }}
      onPointerLeave={() => setAt(null)}
    >
      {does === 'draw' && at && <Cursor at={at} longer={longer} />}
      {chosen && samples && (
        <WidthHandles
          points={samples}
          width={chosen.width}
          half={Math.max(2, (chosen.sizePct / 200) * longer)}
          zoom={1}
          onWidth={(profile) => editDrawn(place, chosen.number, { width: profile })}
          onDone={() => settle('width of a stroke')}
        />
      )}
    </div>
  );
}
