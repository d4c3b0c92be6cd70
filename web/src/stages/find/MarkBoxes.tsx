import type { Bench } from '@amber-stamp/core/bench';
import type { Mark } from '@amber-stamp/core/cut';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { addMark, placeMark, toggleMark } from './edit-marks.ts';
import { notifyMarks } from './notify-marks.ts';
import { shownMarks, useParts, type ShownMark } from './parts.ts';

/** A press that moves less, px, chooses. */
const STILL = 4;
/** No mark is narrower, of the sides. */
const LEAST = 0.01;

interface Held {
  /** the mark under the hand; null: a new one is drawn */
  place: number | null;
  by: 'whole' | 'corner';
  /** where the hand came down, in shares of the sides */
  from: readonly [number, number];
  box: Mark;
  moved: boolean;
}

const within = (v: number): number => Math.round(Math.min(1, Math.max(0, v)) * 1e5) / 1e5;

const boxOf = (ax: number, ay: number, bx: number, by: number): Mark => ({
  x0: within(Math.min(ax, bx)),
  y0: within(Math.min(ay, by)),
  x1: within(Math.max(ax, bx)),
  y1: within(Math.max(ay, by)),
});

/** Where a mark is once the hand has gone by so much. */
function dragged({ by, box: { x0, y0, x1, y1 } }: Held, dx: number, dy: number): Mark {
  if (by === 'corner') return boxOf(x0, y0, Math.max(x0 + LEAST, x1 + dx), Math.max(y0 + LEAST, y1 + dy));
  const mx = Math.min(1 - x1, Math.max(-x0, dx));
  const my = Math.min(1 - y1, Math.max(-y0, dy));
  return boxOf(x0 + mx, y0 + my, x1 + mx, y1 + my);
}

/** What the hand does to the marks: presses one, drags one, drags its corner, or draws a new one. */
function useHand(source: string, marks: readonly ShownMark[]) {
  const frame = useRef<HTMLDivElement>(null);
  const held = useRef<Held | null>(null);
  // a drag ends with a click too
  const wasDragged = useRef(false);
  const [now, setNow] = useState<{ place: number | null; box: Mark } | null>(null);
  const at = (e: PointerEvent): readonly [number, number] => {
    const { left, top, width, height } = (frame.current as HTMLDivElement).getBoundingClientRect();
    return [(e.clientX - left) / width, (e.clientY - top) / height];
  };
  const begin = (e: PointerEvent, place: number | null, by: Held['by'] = 'whole') => {
    if (e.button !== 0) return;
    e.stopPropagation();
    e.currentTarget.setPointerCapture(e.pointerId);
    const from = at(e);
    const box = place === null ? boxOf(...from, ...from) : marks[place];
    wasDragged.current = false;
    held.current = { place, by, from, box, moved: false };
  };
  const move = (e: PointerEvent) => {
    if (!held.current) return;
    const [x, y] = at(e);
    const [fx, fy] = held.current.from;
    const { width, height } = (frame.current as HTMLDivElement).getBoundingClientRect();
    held.current.moved ||= Math.hypot((x - fx) * width, (y - fy) * height) > STILL;
    if (!held.current.moved) return;
    const { place } = held.current;
    setNow({ place, box: place === null ? boxOf(fx, fy, x, y) : dragged(held.current, x - fx, y - fy) });
  };
  const end = () => {
    const was = held.current;
    held.current = null;
    setNow(null);
    wasDragged.current = was?.moved ?? false;
    if (!was?.moved || !now) return;
    const { x0, y0, x1, y1 } = now.box;
    if (was.place !== null) void placeMark(source, was.place, now.box).catch(notifyMarks);
    else if (x1 - x0 > LEAST && y1 - y0 > LEAST) void addMark(source, now.box).catch(notifyMarks);
  };
  const cancel = () => {
    held.current = null;
    setNow(null);
  };
  const press = (place: number) => {
    if (!wasDragged.current) void toggleMark(source, place).catch(notifyMarks);
    wasDragged.current = false;
  };
  return { frame, now, begin, move, end, cancel, press };
}

const STEP = 0.004;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

/** Arrows move a mark; with the shift key they move its lower right corner. */
function moveByKey(e: KeyboardEvent, source: string, place: number, box: Mark): void {
  if (!(e.key in ARROWS)) return;
  e.preventDefault();
  const held: Held = { place, by: e.shiftKey ? 'corner' : 'whole', from: [0, 0], box, moved: true };
  void placeMark(source, place, dragged(held, ...ARROWS[e.key])).catch(notifyMarks);
}

/** The marks of a sheet on its picture: pressed off and on, dragged, resized at a corner, and drawn anew. */
export function MarkBoxes({ bench, source }: { bench: Bench; source: string }) {
  const parts = useParts();
  const marks = shownMarks(bench, source, parts);
  const { frame, now, begin, move, end, cancel, press } = useHand(source, marks);
  const drag = { onPointerMove: move, onPointerUp: end, onPointerCancel: cancel };
  const placed = ({ x0, y0, x1, y1 }: Mark) => ({
    left: `${x0 * 100}%`,
    top: `${y0 * 100}%`,
    width: `${(x1 - x0) * 100}%`,
    height: `${(y1 - y0) * 100}%`,
  });
  return (
    <div ref={frame} className="mark-boxes" onPointerDown={(e) => begin(e, null)} {...drag}>
      {marks.map((m, i) => (
        <button
          key={i}
          className={`mark${parts.chosen === i ? ' chosen' : ''}`}
          aria-pressed={!m.off}
          aria-label={`Mark ${i + 1}`}
          title={m.off ? 'left out; press to take it in' : 'taken; press to leave it out, drag to move it'}
          style={placed(now?.place === i ? now.box : m)}
          onPointerDown={(e) => begin(e, i)}
          onFocus={() => useParts.setState({ chosen: i })}
          onKeyDown={(e) => moveByKey(e, source, i, m)}
          onClick={() => press(i)}
          {...drag}
        >
          <b>{i + 1}</b>
          <span className="corner" onPointerDown={(e) => begin(e, i, 'corner')} {...drag} />
        </button>
      ))}
      {now?.place === null && <span className="mark drawn" style={placed(now.box)} />}
    </div>
  );
}
