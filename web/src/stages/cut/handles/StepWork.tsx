import { stepNamed, type Bench, type RecipeStep } from '@amber-stamp/core';
import { useEffect, useRef, useState, type ComponentType } from 'react';
import { Stage } from 'react-konva';
import { presentPlate } from '../../../bench/edit.ts';
import { useBoxSize } from '../../../parts/useBoxSize.ts';
import { cutter } from '../../../workers/pool.ts';
import type { StepView } from '../../../workers/protocol.ts';
import { recipeOf } from '../steps.ts';
import { FalloffHandles, SmearHandles } from './GaugeHandles.tsx';
import { MarkHandles } from './MarkHandles.tsx';
import { PinHandles } from './PinHandles.tsx';
import { RegionHandles } from './RegionHandles.tsx';
import type { HandleProps } from './shared.ts';

/** Steps that have a place on the picture; `before` shows what comes in instead of what goes out. */
const PLACED: Record<string, { handles: ComponentType<HandleProps>; before: boolean }> = {
  region: { handles: RegionHandles, before: true },
  warp: { handles: PinHandles, before: false },
  retouch: { handles: MarkHandles, before: false },
  smear: { handles: SmearHandles, before: false },
  falloff: { handles: FalloffHandles, before: false },
};

export const isPlaced = (step: RecipeStep | undefined): boolean => step !== undefined && step.step in PLACED;

const VIEW_SIDE = 1100;

/** What stands at a place of the recipe, the newest that is ready. */
function useStepView(source: string, recipe: ReturnType<typeof recipeOf>, place: number): StepView | null {
  const [view, setView] = useState<StepView | null>(null);
  const asked = useRef(0);
  const busy = useRef(false);
  const next = useRef<(() => void) | null>(null);
  useEffect(() => {
    const number = ++asked.current;
    const ask = () => {
      busy.current = true;
      cutter
        .view(source, recipe, place, VIEW_SIDE)
        .then((made) => {
          if (number <= asked.current) setView(made);
        })
        .catch(() => undefined) // what is wrong with the recipe is told by its plate
        .finally(() => {
          busy.current = false;
          const wish = next.current;
          next.current = null;
          wish?.();
        });
    };
    if (busy.current) next.current = ask;
    else ask();
  }, [source, recipe, place]);
  return view;
}

function Picture({ view }: { view: StepView }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    target.width = view.bitmap.width;
    target.height = view.bitmap.height;
    target.getContext('2d')?.drawImage(view.bitmap, 0, 0);
  }, [view]);
  return <canvas ref={canvas} role="img" aria-label="Picture at this step" />;
}

/** The picture at the open step with the step's handles over it. */
export function StepWork({ bench, place }: { bench: Bench; place: number }) {
  const recipe = recipeOf(bench);
  const step = recipe.steps[place];
  const { handles: Handles, before } = PLACED[step.step];
  const { source } = presentPlate(bench).plate;
  const view = useStepView(source ?? '', recipe, before ? place - 1 : place);
  const frame = useRef<HTMLDivElement>(null);
  const box = useBoxSize(frame);
  const ratio = view ? view.width / view.height : 1;
  return (
    <section className="work" aria-label="Plate">
      <div
        className="proof"
        style={{ display: 'grid', placeItems: 'center', padding: '34px 20px 18px', containerType: 'size' }}
      >
        <div
          ref={frame}
          className="frame"
          style={{
            position: 'relative',
            aspectRatio: String(ratio),
            width: `min(100%, calc(${ratio} * (100cqh - 4px)))`,
            outline: '1px solid rgba(143,75,0,.45)',
          }}
        >
          {view && <Picture view={view} />}
          {view && box.width > 0 && (
            <div
              data-testid="handles"
              style={{ position: 'absolute', inset: 0, touchAction: 'none', cursor: 'crosshair' }}
            >
              <Stage width={box.width} height={box.height}>
                <Handles place={place} step={step} width={box.width} height={box.height} />
              </Stage>
            </div>
          )}
        </div>
        <span className="tag">
          {before ? 'what comes into' : 'after'} {stepNamed(step.step).label}
          {view ? `, ${view.width} x ${view.height} px` : ', cutting…'}
        </span>
      </div>
    </section>
  );
}
