import type { Bench } from '@amber-stamp/core/bench';
import type { Rows } from '@amber-stamp/core/cut';
import { useEffect, useRef } from 'react';
import { presentPlate } from '../../../bench/edit.ts';
import { sourceKey } from '../../../bench/plate-key.ts';
import { usePlates } from '../../../bench/plates.ts';
import { change } from '../../../bench/store.ts';
import { SheetLamp } from '../../../bench/parts/SheetLamp.tsx';
import { useSurfaceScene } from '../../../parts/useSurfaceScene.ts';
import { useBoxSize } from '../../../parts/useBoxSize.ts';
import { recipeOf } from '../steps.ts';
import { useChisel } from './chisel.ts';
import { useClay } from './useClay.ts';
import { useSculpting } from './useSculpting.ts';

/** All of the clay and a little beside it, to take hold of and turn. */
const ZOOM = 1.2;
/** Places of the clay along each side. */
const CLAY_SIDE = 512;

interface FactsProps {
  place: number;
  strokes: number;
  /** what hangs over, percent, where it is known */
  lost: unknown;
}

const SculptFacts = ({ place, strokes, lost }: FactsProps) => (
  <div className="strip">
    <span>
      <b>{strokes}</b> {strokes === 1 ? 'stroke' : 'strokes'}, each can be taken back
    </span>
    <span>
      {typeof lost === 'number' && lost > 0.05 ? (
        <>
          <span className="bad">{lost.toFixed(1)} % hangs over</span> and is lost in heights; a displacement keeps it
        </>
      ) : (
        'nothing hangs over: heights tell it all'
      )}
    </span>
    <span>
      {strokes > 0 && (
        <button
          className="small"
          onClick={() => change('the clay as it came', (d) => void (recipeOf(d).steps[place].strokes = []))}
        >
          begin anew
        </button>
      )}
    </span>
  </div>
);

/** The clay of a sculpt step on a turntable: the hand works on it, and every stroke is kept in the recipe. */
export function SculptTable({ bench, place }: { bench: Bench; place: number }) {
  const field = useRef<HTMLDivElement>(null);
  const { canvas, scene } = useSurfaceScene(CLAY_SIDE, 'plane');
  const box = useBoxSize(field);
  const { name, plate } = presentPlate(bench);
  const recipe = recipeOf(bench);
  const step = recipe.steps[place];
  const strokes = step.strokes as Rows;
  const lost = usePlates((s) => s.ready[name]?.report?.facts[place]?.lostPct);
  const { yawDeg, pitchDeg } = useChisel();
  const { lamp } = bench.sheet;
  const show = () => {
    if (!scene.current || box.width === 0) return;
    scene.current.resize(box.width, box.height);
    scene.current.look(yawDeg, pitchDeg, ZOOM, lamp);
    scene.current.render();
  };
  const clay = useClay(scene, sourceKey(plate) ?? '', recipe, place, show);
  useEffect(show);

  const { ring, handlers } = useSculpting(place, strokes, scene, clay.hand);
  return (
    <section className="work" aria-label="Clay" style={{ gridTemplateRows: 'minmax(0, 1fr) auto' }}>
      <div className="proof object" style={{ padding: 0 }}>
        <div
          ref={field}
          className="object-field surface"
          tabIndex={0}
          role="group"
          aria-label="The clay: drag to work on it, with Alt or beside it to turn it; arrows turn it"
          data-testid="clay"
          data-strokes={strokes.length}
          {...handlers}
        >
          <canvas ref={canvas} aria-hidden />
          <div ref={ring} className="hand-ring" />
        </div>
        <span className="tag">
          drag to work, with Alt or beside the clay to turn it{' '}
          {(yawDeg !== 0 || pitchDeg !== 0) && (
            <button className="small" onClick={() => useChisel.setState({ yawDeg: 0, pitchDeg: 0 })}>
              from above
            </button>
          )}
        </span>
        <div className="lamp-corner">
          <SheetLamp bench={bench} />
        </div>
      </div>
      <SculptFacts place={place} strokes={strokes.length} lost={lost} />
    </section>
  );
}
