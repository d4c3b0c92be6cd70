import { placeIn } from '../../../parts/place-in.ts';
import type { Mesh } from '@amber-stamp/core/raster';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react';
import { settle } from '../../../bench/store.ts';
import {
  bend,
  latticeLines,
  latticeSideOf,
  movesOf,
  seenPoints,
  useBending,
  type Bend,
  type BentObject,
  type SeenPoint,
} from './lattice.ts';
import { boxBetween, keyedBend, pointsIn, pointUnder, scaledBy, type Around } from './lattice-choice.ts';
import { placed } from './panes.ts';

const STILL: Bend = { dx: 0, dy: 0, factor: 1, turnDeg: 0 };
const DEG_PER_PX = 0.5;

interface Grip {
  kind: 'move' | 'turn' | 'choose';
  x: number;
  y: number;
  from: ReturnType<typeof movesOf>;
  /** the object and its frame stay as they were when the gesture began */
  mesh: Mesh;
}

/** What pointer, wheel and keys do on the lattice, and the box that is being drawn round points. */
function useLatticeGestures(object: BentObject, points: readonly SeenPoint[]) {
  const { chosen } = useBending();
  const grip = useRef<Grip | null>(null);
  const [around, setAround] = useState<Around | null>(null);
  const { mesh, step } = object;
  const go = (held: Pick<Grip, 'from' | 'mesh'>, by: Partial<Bend>) =>
    bend({ ...object, mesh: held.mesh }, held.from, { ...STILL, ...by });
  const goOnce = (by: Partial<Bend>, what: string) => {
    go({ from: movesOf(step), mesh }, by);
    settle(what);
  };
  const choose = (indices: readonly number[], more: boolean) =>
    useBending.setState({ chosen: more ? [...new Set([...chosen, ...indices])] : [...indices] });
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const [x, y] = placeIn(event);
    const under = pointUnder(points, x, y);
    const held = { x, y, from: movesOf(step), mesh };
    if (!under) grip.current = { ...held, kind: event.altKey && chosen.length > 0 ? 'turn' : 'choose' };
    else {
      if (event.shiftKey || !chosen.includes(under.index)) choose([under.index], event.shiftKey);
      grip.current = { ...held, kind: event.altKey ? 'turn' : 'move' };
    }
  };
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const held = grip.current;
    if (!held) return;
    const [x, y] = placeIn(event);
    if (held.kind === 'move') go(held, { dx: x - held.x, dy: y - held.y });
    else if (held.kind === 'turn') go(held, { turnDeg: (x - held.x) * DEG_PER_PX });
    else setAround(boxBetween(held.x, held.y, x, y));
  };
  const onPointerUp = (event: PointerEvent<SVGSVGElement>) => {
    const held = grip.current;
    grip.current = null;
    if (!held) return;
    if (held.kind !== 'choose') {
      settle(held.kind === 'turn' ? 'lattice turned' : 'lattice moved');
      return;
    }
    choose(around ? pointsIn(points, around) : [], event.shiftKey);
    setAround(null);
  };
  const onWheel = (event: WheelEvent) => {
    if (chosen.length > 0) goOnce(scaledBy(event.deltaY < 0), 'lattice scaled');
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = keyedBend(event.key);
    if (!by || chosen.length === 0) return;
    event.preventDefault();
    event.stopPropagation();
    goOnce(by, 'lattice bent');
  };
  const handlers = { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp, onWheel, onKeyDown };
  return { around, handlers };
}

/** The control points of the lattice over the object: chosen singly or by drawing round them, then moved, scaled, turned. */
export function LatticeOverlay(object: BentObject) {
  const { pane, plain, mesh, step, sight } = object;
  const { chosen } = useBending();
  const side = latticeSideOf(step);
  const lines = useMemo(() => latticeLines(side), [side]);
  const points = seenPoints(pane, plain, mesh, step, sight);
  const { around, handlers } = useLatticeGestures(object, points);
  const isChosen = new Set(chosen);
  return (
    <svg
      className="lattice"
      style={placed(pane)}
      role="group"
      tabIndex={0}
      aria-label="Lattice: draw round points to choose them, drag or arrows move them"
      data-testid="lattice"
      data-chosen={chosen.length}
      {...handlers}
    >
      {lines.map(([a, b], k) => (
        <line key={k} x1={points[a].x} y1={points[a].y} x2={points[b].x} y2={points[b].y} />
      ))}
      {points.map(({ index, x, y }) => (
        <circle
          key={index}
          cx={x}
          cy={y}
          r={isChosen.has(index) ? 5.5 : 4}
          className={isChosen.has(index) ? 'on' : ''}
        />
      ))}
      {around && <rect x={around.x0} y={around.y0} width={around.x1 - around.x0} height={around.y1 - around.y0} />}
    </svg>
  );
}
