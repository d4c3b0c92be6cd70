import { cutSignal } from '../../bench/long-cut.ts';
import { later } from '../../engine/clock.ts';
import { useAbortable } from '../../parts/useAbortable.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { stepNamed } from '@amber-stamp/core/cut';
import { memo, useMemo, useState } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { useBenchEye } from '../../bench/eye.ts';
import { sourceKey } from '../../bench/plate-key.ts';
import { usePlates } from '../../bench/plates.ts';
import { presentBench, useBench } from '../../bench/store.ts';
import { SortList } from '../../parts/SortList.tsx';
import { cutter } from '../../engine/pool.ts';
import { useChosen } from './chosen.ts';
import { StepCard } from './StepCard.tsx';
import { moveStep, recipeOf } from './steps.ts';

const THUMB = 92;
/** Thumbnails wait for a rest of the hand: the plate and the strokes come first. */
const REST_MS = 140;

/** The picture after each step; the last ones stay while new ones are made. */
function useThumbnails(source: string | null, recipe: ReturnType<typeof recipeOf>, ready: unknown): ImageBitmap[] {
  const [pictures, setPictures] = useState<ImageBitmap[]>([]);
  useAbortable(
    (signal) => {
      if (!source || !ready) return;
      const make = () =>
        cutter
          .thumbnails(source, recipe, THUMB, cutSignal())
          .then((made) => {
            if (!signal.aborted) setPictures(made);
          })
          .catch(() => undefined); // what is wrong with the recipe is told by its plate
      return later(REST_MS, () => void make());
    },
    // made again when a plate is ready: the recipe as such changes many times during a drag
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [source, ready],
  );
  return pictures;
}

/** The cards apart from the list that carries them: a step that changes has only its own card rendered anew. */
const Cards = memo(function Cards({ ids }: { ids: readonly string[] }) {
  const bench = useBench((s) => s.bench) as Bench;
  useBenchEye(); // another plate has other steps
  const { name, plate } = presentPlate(bench);
  const recipe = recipeOf(bench);
  const ready = usePlates((s) => s.ready[name]);
  const pictures = useThumbnails(sourceKey(plate), recipe, ready);
  return (
    <ol style={{ margin: 0, padding: '0 0 4px', listStyle: 'none' }}>
      {recipe.steps.map((step, i) => (
        <StepCard
          key={ids[i]}
          id={ids[i]}
          place={i}
          step={step}
          facts={ready?.report?.facts[i]}
          picture={pictures[i]}
          histogram={ready?.report?.histograms[i]}
        />
      ))}
    </ol>
  );
});

function dropped(from: number, to: number): void {
  moveStep(from, to, stepNamed(recipeOf(presentBench()).steps[from].step).label);
  useChosen.setState({ place: to });
}

/** Every step of the recipe as a card, carried to another place by the pointer or by keys. */
export const StepCards = memo(function StepCards({ count }: { count: number }) {
  const ids = useMemo(() => Array.from({ length: count }, (_, i) => `step-${i}`), [count]);
  return (
    <SortList ids={ids} onMove={dropped}>
      <Cards ids={ids} />
    </SortList>
  );
});
