import type { Bench } from '@amber-stamp/core/bench';
import { stepNamed, type RecipeStep } from '@amber-stamp/core/cut';
import { useRef, type ComponentType } from 'react';
import { Stage } from 'react-konva';
import { presentPlate } from '../../../bench/edit.ts';
import { sourceKey } from '../../../bench/plate-key.ts';
import { useBoxSize } from '../../../parts/useBoxSize.ts';
import { recipeOf } from '../steps.ts';
import { FalloffHandles, SmearHandles } from './GaugeHandles.tsx';
import { GradientHandles } from './GradientHandles.tsx';
import { DrawingBoard } from '../drawing/DrawingBoard.tsx';
import { useDrawingHand } from '../drawing/drawing-hand.ts';
import { PinHandles } from './PinHandles.tsx';
import { PlaceHandles } from './PlaceHandles.tsx';
import { RegionHandles } from './RegionHandles.tsx';
import type { HandleProps } from './shared.ts';
import { TwirlHandles } from './TwirlHandles.tsx';
import { BitmapView } from '../../../parts/BitmapView.tsx';
import { useStepView } from '../../../bench/useStepView.ts';

interface Placed {
  handles: ComponentType<HandleProps>;
  /** shows what comes in instead of what goes out */
  before: boolean;
  /** it is drawn on: a page of its own instead of pegs */
  board?: true;
}

/** Steps that have a place on the picture. */
const PLACED: Record<string, Placed> = {
  region: { handles: RegionHandles, before: true },
  warp: { handles: PinHandles, before: false },
  retouch: { handles: DrawingBoard, before: false, board: true },
  draw: { handles: DrawingBoard, before: false, board: true },
  smear: { handles: SmearHandles, before: false },
  falloff: { handles: FalloffHandles, before: false },
  place: { handles: PlaceHandles, before: false },
  twirl: { handles: TwirlHandles, before: false },
  gradient: { handles: GradientHandles, before: false },
};

export const isPlaced = (step: RecipeStep | undefined): boolean => step !== undefined && step.step in PLACED;

const AROUND = [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((x) => [x, y] as const)).filter(([x, y]) => x !== 0 || y !== 0);

/** The same picture on every side, as a grain or a band is laid. */
const Neighbours = ({ bitmap }: { bitmap: ImageBitmap }) =>
  AROUND.map(([x, y]) => (
    <div key={`${x} ${y}`} className="neighbour" style={{ left: `${x * 100}%`, top: `${y * 100}%` }}>
      <BitmapView bitmap={bitmap} label="" />
    </div>
  ));

/** The picture at the open step with the step's handles over it. */
export function StepWork({ bench, place }: { bench: Bench; place: number }) {
  const recipe = recipeOf(bench);
  const step = recipe.steps[place];
  const { handles: Handles, before, board } = PLACED[step.step];
  const tiled = useDrawingHand((s) => s.tiled) && board === true;
  const view = useStepView(sourceKey(presentPlate(bench).plate) ?? '', recipe, before ? place - 1 : place);
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
            width: `calc(min(100%, ${ratio} * (100cqh - 4px)) / ${tiled ? 3 : 1})`,
            outline: '1px solid rgba(143,75,0,.45)',
          }}
        >
          {view && <BitmapView bitmap={view.bitmap} label="Picture at this step" />}
          {view && tiled && <Neighbours bitmap={view.bitmap} />}
          {view && box.width > 0 && (
            <div
              data-testid="handles"
              style={{ position: 'absolute', inset: 0, touchAction: 'none', cursor: 'crosshair' }}
            >
              {board ? (
                <Handles place={place} step={step} width={box.width} height={box.height} />
              ) : (
                <Stage width={box.width} height={box.height}>
                  <Handles place={place} step={step} width={box.width} height={box.height} />
                </Stage>
              )}
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
