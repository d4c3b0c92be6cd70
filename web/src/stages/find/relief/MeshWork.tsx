import { viewOf, type Bench, type Mesh, type RecipeStep } from '@amber-stamp/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, type PointerEvent } from 'react';
import { presentPlate } from '../../../bench/edit.ts';
import { usePlates } from '../../../bench/plates.ts';
import { settle } from '../../../bench/store.ts';
import { useBoxSize, type BoxSize } from '../../../parts/useBoxSize.ts';
import { readMesh } from '../../../workers/read-picture.ts';
import { StepPicture } from '../../cut/handles/StepPicture.tsx';
import { useStepView } from '../../cut/handles/useStepView.ts';
import { recipeOf } from '../../cut/steps.ts';
import { castOf, setCast } from './cast-place.ts';
import { ObjectScene, type Pane, type Sight } from './object-scene.ts';
import { useTurning } from './useTurning.ts';

const GAP = 12;

interface Panes {
  front: Pane;
  plate: Pane;
  side: Pane;
}

/** Two squares beside each other, and below them the object from the side over the whole width. */
function panesIn({ width, height }: BoxSize): Panes {
  const square = Math.max(40, Math.min((width - GAP) / 2, height * 0.68));
  const left = (width - 2 * square - GAP) / 2;
  const top = square + GAP;
  return {
    front: { x: left, y: 0, width: square, height: square },
    plate: { x: left + square + GAP, y: 0, width: square, height: square },
    side: { x: left, y: top, width: 2 * square + GAP, height: Math.max(40, height - top) },
  };
}

const placed = ({ x, y, width, height }: Pane) => ({ left: x, top: y, width, height });

function sightOf(step: RecipeStep, facts: Readonly<Record<string, number | string>> | undefined): Sight {
  const share = (name: string) => Number(step[name]) / 100;
  return {
    view: viewOf(step),
    padPct: Number(step.padPct),
    zoom: share('zoomPct'),
    across: share('acrossPct'),
    down: share('downPct'),
    depth: share('depthPct'),
    seen: typeof facts?.low === 'number' ? { low: facts.low, high: Number(facts.high) } : undefined,
  };
}

/** The object of a mesh, kept on its canvas; drawn anew at every change of the view. */
function useObject(mesh: Mesh | undefined, sight: Sight | null, box: BoxSize, panes: Panes) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<ObjectScene | null>(null);
  useEffect(() => {
    if (!canvas.current || !mesh) return;
    const made = new ObjectScene(canvas.current, mesh);
    scene.current = made;
    return () => {
      made.dispose();
      scene.current = null;
    };
  }, [mesh]);
  useEffect(() => {
    if (!scene.current || !sight || box.width === 0) return;
    scene.current.resize(box.width, box.height);
    scene.current.render(sight, panes.front, panes.side);
  });
  return { canvas, scene };
}

/** The brass line on the view from the side: how deep the cast reaches. */
function DepthLine({ pane, step, slice }: { pane: Pane; step: RecipeStep; slice: { near: number; far: number } }) {
  const depth = Number(step.depthPct);
  const x = slice.near + ((slice.far - slice.near) * depth) / 100;
  const move = (event: PointerEvent<HTMLElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const left = (event.currentTarget.parentElement as HTMLElement).getBoundingClientRect().left;
    setCast({ depthPct: (100 * (event.clientX - left - slice.near)) / (slice.far - slice.near) });
  };
  return (
    <div className="elevation" style={placed(pane)}>
      <button
        className="depth-line"
        style={{ left: x }}
        role="slider"
        aria-label="Depth that is kept"
        aria-valuenow={depth}
        aria-valuemin={0.5}
        aria-valuemax={100}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={move}
        onPointerUp={() => settle(`depth ${Math.round(depth)} %`)}
        onKeyDown={(e) => {
          const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
          if (!by) return;
          e.preventDefault();
          setCast({ depthPct: depth + by * (e.shiftKey ? 10 : 1) });
          settle('depth');
        }}
      >
        <b>{Math.round(depth)} %</b>
      </button>
      <span className="tag low">from the side: the eye is at the left, what is behind the line is not cast</span>
    </div>
  );
}

/** A mesh to be turned, and the relief that is cast from it, live. */
export function MeshWork({ bench, source }: { bench: Bench; source: string }) {
  const { name } = presentPlate(bench);
  const { place, step } = castOf(bench);
  const facts = usePlates((s) => s.ready[name]?.report?.facts[place]);
  const { data: mesh, error } = useQuery({
    queryKey: ['mesh', source],
    queryFn: () => readMesh(source),
    staleTime: Infinity,
  });
  const field = useRef<HTMLDivElement>(null);
  const box = useBoxSize(field);
  const panes = panesIn(box);
  const sight = step ? sightOf(step, facts) : null;
  const { canvas, scene } = useObject(mesh, sight, box, panes);
  const turning = useTurning(bench);
  const view = useStepView(source, recipeOf(bench), place);
  const slice = scene.current?.sliceIn(panes.side);
  return (
    <section className="work" aria-label="Object">
      <div className="proof object">
        <div ref={field} className="object-field">
          <canvas ref={canvas} aria-hidden />
          <div
            className="object-grip"
            style={placed(panes.front)}
            tabIndex={0}
            role="group"
            aria-label="The object: drag or arrows turn it, F B L R T U show its sides"
            data-testid="object"
            {...turning}
          >
            <span className="tag">as the cast sees it</span>
          </div>
          <div className="object-plate" style={placed(panes.plate)}>
            {view && <StepPicture view={view} label="The relief that is cast" />}
            <span className="tag">{view ? `the relief, ${view.width} px` : 'casting…'}</span>
          </div>
          {step && slice && <DepthLine pane={panes.side} step={step} slice={slice} />}
          {error && (
            <p className="note" role="alert">
              {error.message}
            </p>
          )}
        </div>
      </div>
      <div className="strip">
        <span>{mesh ? <b>{(mesh.indices.length / 3).toLocaleString('en')}</b> : '…'} triangles</span>
        <span>drag turns it, with Shift it rolls, with Alt the frame moves; the wheel goes nearer</span>
        {typeof facts?.low === 'number' && (
          <span>
            what is seen is <b>{Number((Number(facts.high) - facts.low).toPrecision(3))}</b> deep and{' '}
            <b>{Number(Number(facts.side).toPrecision(3))}</b> wide in its own unit
          </span>
        )}
      </div>
    </section>
  );
}
