import type { Bench } from '@amber-stamp/core/bench';
import { castValues, shaped, type Facts } from '@amber-stamp/core/cut';
import { heightsOf, type Mesh, type Plate } from '@amber-stamp/core/raster';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { presentPlate } from '../../../bench/edit.ts';
import { usePlates } from '../../../bench/plates.ts';
import { useBoxSize, type BoxSize } from '../../../parts/useBoxSize.ts';
import { readMesh } from '../../../workers/read-picture.ts';
import { BitmapView } from '../../../parts/BitmapView.tsx';
import { useStepView } from '../../../bench/useStepView.ts';
import { recipeOf } from '../../cut/steps.ts';
import { castOf } from './cast-place.ts';
import { DepthLine } from './DepthLine.tsx';
import { HeightProfile, type Section } from './HeightProfile.tsx';
import { viewExtent, sliceIn, type ViewExtent } from './framing.ts';
import { useBending } from './lattice.ts';
import { LatticeOverlay } from './LatticeOverlay.tsx';
import { ObjectScene } from './object-scene.ts';
import { panesIn, placed, type Panes } from './panes.ts';
import { useTurning } from './useTurning.ts';

/** The middle row of a relief. */
function sectionOf(plate: Plate): Section {
  const { width, height, data } = heightsOf(plate);
  const row = Math.floor(height / 2) * width;
  const values = Array.from({ length: 200 }, (_, k) => data[row + Math.floor(((k + 0.5) * width) / 200)]);
  return { values, low: Math.min(0, ...values), high: Math.max(1, ...values) };
}

/** The object of a mesh, kept on its canvas; drawn anew at every change of the view. */
function useObject(mesh: Mesh | undefined, sight: ViewExtent | null, box: BoxSize, panes: Panes) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<ObjectScene | null>(null);
  const here = mesh !== undefined;
  useEffect(() => {
    if (!canvas.current || !mesh) return;
    const made = new ObjectScene(canvas.current, mesh);
    scene.current = made;
    return () => {
      made.dispose();
      scene.current = null;
    };
  }, [here]); // eslint-disable-line react-hooks/exhaustive-deps -- a bent mesh is put into the same scene
  // the same sight is another object after every render of the page
  const seen = JSON.stringify(sight);
  useEffect(() => {
    if (!scene.current || !mesh || !sight || box.width === 0) return;
    scene.current.setMesh(mesh);
    scene.current.resize(box.width, box.height);
    scene.current.render(sight, panes.front, panes.side);
  }, [mesh, seen, box]); // eslint-disable-line react-hooks/exhaustive-deps -- the panes follow from the box
  return canvas;
}

/** The relief that is cast, and a cut through it. */
function CastResult({ bench, source, panes }: { bench: Bench; source: string; panes: Panes }) {
  const plate = usePlates((s) => s.ready[presentPlate(bench).name]?.plate);
  const view = useStepView(source, recipeOf(bench), castOf(bench).place);
  return (
    <>
      <div className="object-plate" style={placed(panes.plate)}>
        {view && <BitmapView bitmap={view.bitmap} label="The relief that is cast" />}
        <span className="tag">{view ? `the relief, ${view.width} px` : 'casting…'}</span>
      </div>
      <div className="object-section" style={placed(panes.section)}>
        {plate && <HeightProfile profile={sectionOf(plate)} base={0} />}
        <span className="tag">a cut through its middle</span>
      </div>
    </>
  );
}

function MeshFacts({ mesh, facts }: { mesh: Mesh | undefined; facts: Facts | undefined }) {
  const bends = useBending((s) => s.bends);
  return (
    <div className="strip">
      <span>{mesh ? <b>{(mesh.indices.length / 3).toLocaleString('en')}</b> : '…'} triangles</span>
      <span>
        {bends
          ? 'draw round points, drag them; the wheel scales, Alt turns them'
          : 'drag turns, Shift rolls, Alt moves the frame'}
      </span>
      {typeof facts?.low === 'number' && (
        <span>
          <b>{Number((Number(facts.high) - facts.low).toPrecision(3))}</b> deep in a frame of{' '}
          <b>{Number(Number(facts.side).toPrecision(3))}</b>, its own unit
        </span>
      )}
    </div>
  );
}

/** A mesh to be turned, and the relief that is cast from it, live. */
export function MeshWork({ bench, source }: { bench: Bench; source: string }) {
  const { name } = presentPlate(bench);
  const { place, step } = castOf(bench);
  const facts = usePlates((s) => s.ready[name]?.report?.facts[place]);
  const { data: plain, error } = useQuery({
    queryKey: ['mesh', source],
    queryFn: () => readMesh(source),
    staleTime: Infinity,
  });
  const mesh = useMemo(() => (plain && step ? shaped(plain, castValues(step)) : plain), [plain, step]);
  const bends = useBending((s) => s.bends);
  const field = useRef<HTMLDivElement>(null);
  const box = useBoxSize(field);
  const panes = panesIn(box);
  const sight = step ? viewExtent(step, facts) : null;
  const canvas = useObject(mesh, sight, box, panes);
  const turning = useTurning(bench);
  const slice = mesh && sight ? sliceIn(mesh, sight, panes.side) : null;
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
          {bends && plain && mesh && step && sight && (
            <LatticeOverlay pane={panes.front} plain={plain} mesh={mesh} step={step} sight={sight} />
          )}
          <CastResult bench={bench} source={source} panes={panes} />
          {step && slice && <DepthLine pane={panes.side} step={step} slice={slice} />}
          {error && (
            <p className="note" role="alert">
              {error.message}
            </p>
          )}
        </div>
      </div>
      <MeshFacts mesh={mesh} facts={facts} />
    </section>
  );
}
