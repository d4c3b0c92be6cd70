import { placeIn } from '../../../parts/place-in.ts';
import type { Rows } from '@amber-stamp/core/cut';
import { rowOfStroke, type SculptStroke } from '@amber-stamp/core/relief';
import { useRef, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { settle } from '../../../bench/store.ts';
import type { Hit, SurfaceScene } from '../../../parts/surface-scene.ts';
import { turnByDrag, turnByKeys, turnedOn } from '../../../parts/table-turn.ts';
import { setParam } from '../steps.ts';
import { useChisel } from './chisel.ts';

const MOST_NUMBERS = 5990;
const round = (v: number): number => Math.round(v * 1e5) / 1e5;

interface Grip {
  x: number;
  y: number;
  hit: Hit | undefined;
  /** none: the clay is turned */
  stroke: SculptStroke | undefined;
}

/** A place of the clay in shares of its side, from its upper left corner. */
const shareOf = ({ at: [x, y] }: Hit): [number, number] => [round((x + 1) / 2), round((1 - y) / 2)];
const pressureOf = (e: PointerEvent): number => (e.pointerType === 'mouse' || e.pressure === 0 ? 1 : round(e.pressure));

/** Turns the clay under the eye by degrees. */
const turnBy = (yaw: number, pitch: number): void => useChisel.setState((turn) => turnedOn(turn, yaw, pitch));

/** A stroke that begins at a place of the clay. */
function begun(hit: Hit, event: PointerEvent): SculptStroke {
  const { tool, radiusPct, strengthPct, mirror, sectors } = useChisel.getState();
  return {
    tool,
    radius: round(radiusPct / 100),
    strength: strengthPct / 100,
    mirror,
    sectors,
    places: [[...shareOf(hit), tool === 'pull' ? 1 : pressureOf(event)]],
    by: tool === 'pull' ? [0, 0, 0] : undefined,
  };
}

/** How a stroke goes on with the hand; undefined beside the clay. */
function goneOn(
  { stroke, hit, y: from }: Grip,
  scene: SurfaceScene,
  x: number,
  y: number,
  event: PointerEvent,
): SculptStroke | undefined {
  if (!stroke || !hit) return undefined;
  if (stroke.tool === 'pull') {
    const way = useChisel.getState().outwards ? scene.outwards(from - y) : scene.withScreen(hit, x, y);
    return { ...stroke, by: [round(way[0] / 2), round(way[1] / 2), round(way[2] / 2)] };
  }
  const under = scene.hitClay(x, y);
  if (!under || stroke.places.length * 3 > MOST_NUMBERS) return undefined;
  return { ...stroke, places: [...stroke.places, [...shareOf(under), pressureOf(event)]] };
}

/** What pointer and keys do on the clay, and the ring that shows how large the hand is. `show`: a stroke as far as it has come. */
export function useSculpting(
  place: number,
  strokes: Rows,
  scene: RefObject<SurfaceScene | null>,
  show: (row: readonly number[]) => void,
) {
  const ring = useRef<HTMLDivElement>(null);
  const grip = useRef<Grip | null>(null);
  const showRing = (x: number, y: number) => {
    if (!ring.current || !scene.current) return;
    const radius = scene.current.pxOf((2 * useChisel.getState().radiusPct) / 100);
    const px = (v: number) => `${v}px`;
    Object.assign(ring.current.style, {
      left: px(x - radius),
      top: px(y - radius),
      width: px(2 * radius),
      height: px(2 * radius),
    });
  };
  const up = () => {
    const stroke = grip.current?.stroke;
    grip.current = null;
    if (!stroke) return;
    setParam(place, 'strokes', [...strokes, rowOfStroke(stroke)]);
    settle(`clay: ${stroke.tool}`);
  };
  const handlers = {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const [x, y] = placeIn(event);
      const hit = event.altKey ? undefined : scene.current?.hitClay(x, y);
      const stroke = hit && begun(hit, event);
      grip.current = { x, y, hit, stroke };
      if (stroke && stroke.tool !== 'pull') show(rowOfStroke(stroke));
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const [x, y] = placeIn(event);
      showRing(x, y);
      const held = grip.current;
      if (!held || !scene.current) return;
      if (!held.stroke) {
        turnByDrag(turnBy, x - held.x, y - held.y);
        Object.assign(held, { x, y });
        return;
      }
      const next = goneOn(held, scene.current, x, y, event);
      if (!next) return;
      held.stroke = next;
      show(rowOfStroke(next));
    },
    onPointerUp: up,
    onPointerCancel: up,
    onKeyDown: (event: KeyboardEvent) => turnByKeys(turnBy, event),
  };
  return { ring, handlers };
}
