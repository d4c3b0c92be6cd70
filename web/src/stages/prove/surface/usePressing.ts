import { placeIn } from '../../../parts/place-in.ts';
import { nextNumber, type Bench } from '@amber-stamp/core/bench';
import { MAX_PRESSES, type Press } from '@amber-stamp/core/relief';
import { useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject, type WheelEvent } from 'react';
import { tipNames } from '../../../bench/surface.ts';
import { change } from '../../../bench/store.ts';
import { notify } from '../../../parts/messages.tsx';
import { length, minus, type Triple } from '../../../parts/vectors.ts';
import { turnByDrag, turnByKeys } from '../../../parts/table-turn.ts';
import { usePlates } from '../../../bench/plates.ts';
import { heldPressure, usePenHand } from '../../../wide/pen.ts';
import { layStroke, type WayPoint } from './lay-stroke.ts';
import { pressedPct, turnBy, useSurfaceEye, zoomBy } from './eye.ts';
import type { Hit, SurfaceScene } from '../../../parts/surface-scene.ts';

/** A drag that is shorter than this is a click: it lays a dab of the size that strokes have. */
const CLICK_PX = 6;

/** Places of a stroke that are nearer to one another are one, in units of the surface. */
const LEAST_WAY = 0.004;

interface Grip {
  kind: 'dab' | 'stroke' | 'turn';
  x: number;
  y: number;
  from: Hit | undefined;
  /** where a stroke has come along, and how far on the screen, px */
  way: WayPoint[];
  travelled: number;
  /** when the hand came down, ms */
  began: number;
  laid: Press[];
}

/** What stays the same for all dabs of a gesture. */
function plainPress(bench: Bench, number: number): Pick<Press, 'on' | 'depthPct' | 'edge' | 'card' | 'stroke'> {
  const { depthPct: set, edge } = useSurfaceEye.getState();
  const names = tipNames(bench);
  const card = number % names.length;
  const depthPct = pressedPct(set, usePlates.getState().ready[names[card]]?.plate);
  return { on: bench.sheet.surface.shape, depthPct, edge, card, stroke: 0 };
}

/** The number of a new stroke; 0 where its dabs are to add up. */
function strokeNumber(bench: Bench): number {
  if (useSurfaceEye.getState().meet === 'add up') return 0;
  return 1 + bench.sheet.surface.presses.reduce((most, { stroke }) => Math.max(most, stroke), 0);
}

const keep = (bench: Bench, laid: readonly Press[], what: string): void => {
  if (bench.sheet.surface.presses.length + laid.length > MAX_PRESSES)
    notify(`A surface takes ${MAX_PRESSES} dabs; begin a new one.`);
  else change(what, (d) => void d.sheet.surface.presses.push(...laid));
};

/** The dab that is dragged out from where the hand came down; as large as the way is long. */
function draggedOut(bench: Bench, scene: SurfaceScene | null, from: Hit, x: number, y: number): Press | null {
  const way = scene?.wayTo(from, x, y);
  if (!way) return null;
  const { length: count } = bench.sheet.surface.presses;
  return { at: from.at, up: way, size: Math.min(4, Math.max(0.02, 2 * length(way))), ...plainPress(bench, count) };
}

/** The dab of a hand that came down at `from` and went up at a place: as it stands where it only clicked. */
function dabOf(
  bench: Bench,
  scene: SurfaceScene | null,
  from: Hit,
  down: { x: number; y: number },
  [x, y]: readonly [number, number],
): Press | null {
  if (Math.hypot(x - down.x, y - down.y) >= CLICK_PX) return draggedOut(bench, scene, from, x, y);
  const size = (2 * useSurfaceEye.getState().sizePct) / 100;
  const { length: count } = bench.sheet.surface.presses;
  return { at: from.at, up: scene?.upAt() ?? [0, 1, 0], size, ...plainPress(bench, count) };
}

/** How hard a hand presses that has come so far, px. */
const pressureOf = (event: PointerEvent, travelled: number): number =>
  event.pointerType === 'mouse' ? heldPressure(usePenHand.getState(), travelled, 0) : event.pressure;

/** All dabs of the stroke as far as it has come, laid as the brush lays them on a sheet. */
function laidAlong(held: Grip, bench: Bench, upwards: Triple): Press[] {
  const { sizePct, follow } = useSurfaceEye.getState();
  const number = strokeNumber(bench);
  const dabs = layStroke(bench.brush, held.way, nextNumber(bench.strokes), {
    size: (2 * sizePct) / 100,
    upwards,
    follow,
  });
  return dabs.map(({ share, ...dab }) => {
    const plain = plainPress(bench, dab.card);
    return { ...plain, ...dab, card: plain.card, depthPct: plain.depthPct * share, stroke: number };
  });
}

/** Takes a stroke on to a place; false where it has come no farther. */
function comeTo(held: Grip, to: Hit, event: PointerEvent, bench: Bench, scene: SurfaceScene | null): boolean {
  const [x, y] = placeIn(event);
  held.travelled += Math.hypot(x - held.x, y - held.y);
  Object.assign(held, { x, y });
  const last = held.way.at(-1);
  if (last && length(minus(to.at, last.at)) < LEAST_WAY) return false;
  const t = last ? event.timeStamp - held.began : 0;
  held.way.push({ ...to, pressure: pressureOf(event, held.travelled), t });
  held.laid = laidAlong(held, bench, scene?.upAt() ?? [0, 1, 0]);
  return true;
}

/** What pointer, wheel and keys do on the surface: a drag on it presses, a drag beside it turns it. */
export function usePressing(bench: Bench, scene: RefObject<SurfaceScene | null>) {
  const grip = useRef<Grip | null>(null);
  const [hand, setHand] = useState<Press | null>(null);
  const [strokeHand, setStrokeHand] = useState<Press[]>([]);
  const goOn = (held: Grip, to: Hit, event: PointerEvent): void => {
    if (comeTo(held, to, event, bench, scene.current)) setStrokeHand(held.laid);
  };

  const finish = (event: PointerEvent<HTMLElement>): void => {
    const held = grip.current;
    grip.current = null;
    if (!held) return;
    const [x, y] = placeIn(event);
    if (held.kind === 'stroke' && held.laid.length > 0)
      keep(bench, held.laid, held.laid.length === 1 ? 'a dab pressed' : `${held.laid.length} dabs pressed`);
    const one = held.kind === 'dab' && held.from ? dabOf(bench, scene.current, held.from, held, [x, y]) : null;
    if (one) keep(bench, [one], 'a dab pressed');
    setHand(null);
    setStrokeHand([]);
  };

  return {
    /** what lies under the hand and is not kept yet */
    hand,
    strokeHand,
    handlers: {
      onPointerDown: (event: PointerEvent<HTMLElement>) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const [x, y] = placeIn(event);
        const from = scene.current?.hit(x, y);
        const { lays } = useSurfaceEye.getState();
        const kind = from ? lays : 'turn';
        grip.current = { kind, x, y, from, way: [], travelled: 0, began: event.timeStamp, laid: [] };
        if (from && lays === 'stroke') goOn(grip.current, from, event);
      },
      onPointerMove: (event: PointerEvent<HTMLElement>) => {
        const held = grip.current;
        if (!held) return;
        const [x, y] = placeIn(event);
        if (held.kind === 'turn') {
          turnByDrag(turnBy, x - held.x, y - held.y);
          Object.assign(held, { x, y });
        } else if (held.kind === 'dab') {
          if (held.from && Math.hypot(x - held.x, y - held.y) >= CLICK_PX)
            setHand(draggedOut(bench, scene.current, held.from, x, y));
        } else {
          const to = scene.current?.hit(x, y);
          if (to) goOn(held, to, event);
        }
      },
      onPointerUp: finish,
      onPointerCancel: finish,
      onWheel: (event: WheelEvent<HTMLElement>) => zoomBy(event.deltaY < 0 ? 1.1 : 1 / 1.1),
      onKeyDown: (event: KeyboardEvent) => turnByKeys(turnBy, event),
    },
  };
}
