import { placeIn } from '../../../parts/place-in.ts';
import type { RecipeStep } from '@amber-stamp/core/cut';
import type { Mesh } from '@amber-stamp/core/raster';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react';
import { settle } from '../../../bench/store.ts';
import type { ViewExtent } from './framing.ts';
import { bend, latticeLines, latticeSideOf, movesOf, seenPoints, useBending, type Bend } from './lattice.ts';
import { placed, type Pane } from './panes.ts';

const GRAB_PX = 9;
const STILL: Bend = { dx: 0, dy: 0, factor: 1, turnDeg: 0 };

interface Props {
  pane: Pane;
  /** before and after it is bent */
  plain: Mesh;
  mesh: Mesh;
  step: RecipeStep;
  sight: ViewExtent;
}

interface Grip {
  kind: 'move' | 'turn' | 'choose';
  x: number;
  y: number;
  from: ReturnType<typeof movesOf>;
  /** the object and its frame stay as they were when the gesture began */
  mesh: Mesh;
}

/** The control points of the lattice over the object: chosen singly or by drawing round them, then moved, scaled, turned. */
export function LatticeOverlay({ pane, plain, mesh, step, sight }: Props) {
  const { chosen } = useBending();
  const grip = useRef<Grip | null>(null);
  const [around, setAround] = useState<{ x0: number; y0: number; x1: number; y1: number } | null>(null);
  const side = latticeSideOf(step);
  const lines = useMemo(() => latticeLines(side), [side]);
  const points = seenPoints(pane, plain, mesh, step, sight);
  const isChosen = new Set(chosen);
  const go = (held: Grip, by: Partial<Bend>) =>
    bend({ pane, plain, mesh: held.mesh, step, sight }, held.from, { ...STILL, ...by });
  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const [x, y] = placeIn(event);
    const under = points.filter((p) => Math.hypot(p.x - x, p.y - y) < GRAB_PX).sort((a, b) => b.near - a.near)[0];
    const held = { x, y, from: movesOf(step), mesh };
    if (!under) grip.current = { ...held, kind: event.altKey && chosen.length > 0 ? 'turn' : 'choose' };
    else {
      if (event.shiftKey) useBending.setState({ chosen: [...new Set([...chosen, under.index])] });
      else if (!isChosen.has(under.index)) useBending.setState({ chosen: [under.index] });
      grip.current = { ...held, kind: event.altKey ? 'turn' : 'move' };
    }
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const held = grip.current;
    if (!held) return;
    const [x, y] = placeIn(event);
    if (held.kind === 'move') go(held, { dx: x - held.x, dy: y - held.y });
    else if (held.kind === 'turn') go(held, { turnDeg: (x - held.x) * 0.5 });
    else
      setAround({
        x0: Math.min(held.x, x),
        y0: Math.min(held.y, y),
        x1: Math.max(held.x, x),
        y1: Math.max(held.y, y),
      });
  };
  const up = (event: PointerEvent<SVGSVGElement>) => {
    const held = grip.current;
    grip.current = null;
    if (!held) return;
    if (held.kind !== 'choose') {
      settle(held.kind === 'turn' ? 'lattice turned' : 'lattice moved');
      return;
    }
    const inside = around
      ? points.filter((p) => p.x >= around.x0 && p.x <= around.x1 && p.y >= around.y0 && p.y <= around.y1)
      : [];
    const found = inside.map(({ index }) => index);
    useBending.setState({ chosen: event.shiftKey ? [...new Set([...chosen, ...found])] : found });
    setAround(null);
  };
  const wheel = (event: WheelEvent) => {
    if (chosen.length === 0) return;
    go({ kind: 'move', x: 0, y: 0, from: movesOf(step), mesh }, { factor: event.deltaY < 0 ? 1.04 : 1 / 1.04 });
    settle('lattice scaled');
  };
  const keyed = (event: KeyboardEvent) => {
    const by: Partial<Bend> | undefined = {
      ArrowLeft: { dx: -4 },
      ArrowRight: { dx: 4 },
      ArrowUp: { dy: -4 },
      ArrowDown: { dy: 4 },
      '+': { factor: 1.04 },
      '-': { factor: 1 / 1.04 },
      ',': { turnDeg: -4 },
      '.': { turnDeg: 4 },
    }[event.key];
    if (!by || chosen.length === 0) return;
    event.preventDefault();
    event.stopPropagation();
    go({ kind: 'move', x: 0, y: 0, from: movesOf(step), mesh }, by);
    settle('lattice bent');
  };
  return (
    <svg
      className="lattice"
      style={placed(pane)}
      role="group"
      tabIndex={0}
      aria-label="Lattice: draw round points to choose them, drag or arrows move them"
      data-testid="lattice"
      data-chosen={chosen.length}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onWheel={wheel}
      onKeyDown={keyed}
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
