import type { Bench } from '@amber-stamp/core/bench';
import { stepNamed } from '@amber-stamp/core/cut';
import { useQuery } from '@tanstack/react-query';
import { create } from 'zustand';
import { presentPlate } from '../../bench/edit.ts';
import { plateKey, sourceKey } from '../../bench/plate-key.ts';
import { cutter } from '../../engine/pool.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { recipeOf, switchStep } from './steps.ts';

const SIDE = 1100;
/** Steps that take pieces away by themselves. */
const SPECKS = 'specks';

/** Whether what was taken away is looked at. */
export const useRemoved = create<{ shown: boolean }>(() => ({ shown: false }));

/** The place of the step that takes specks away; -1 without one. */
export const specksPlace = (bench: Bench): number =>
  recipeOf(bench).steps.findIndex(({ step, on }) => on && step === SPECKS);

/** Shows what was taken away, and puts it back. */
export function RemovedTools({ bench }: { bench: Bench }) {
  const { shown } = useRemoved();
  const place = specksPlace(bench);
  if (place < 0) return null;
  return (
    <span className="removed-tools">
      <button className="small" aria-pressed={shown} onClick={() => useRemoved.setState({ shown: !shown })}>
        {shown ? 'as it prints' : 'show them in red'}
      </button>
      <button
        className="small"
        onClick={() => {
          useRemoved.setState({ shown: false });
          switchStep(place, false, stepNamed(SPECKS).label);
        }}
      >
        put them back
      </button>
    </span>
  );
}

/** What stands after the specks went, with them in red. */
export function RemovedWork({ bench }: { bench: Bench }) {
  const { plate } = presentPlate(bench);
  const place = specksPlace(bench);
  const { data: view } = useQuery({
    queryKey: ['removed', plateKey(plate), place],
    queryFn: () => cutter.removed(sourceKey(plate) ?? '', recipeOf(bench), place, SIDE),
    staleTime: Infinity,
  });
  return (
    <section className="work" aria-label="What was taken away">
      <div
        className="proof"
        style={{ display: 'grid', placeItems: 'center', padding: '34px 20px 18px', containerType: 'size' }}
      >
        {view && (
          <div
            className="frame"
            style={{
              aspectRatio: `${view.width} / ${view.height}`,
              width: `min(100%, calc(${view.width / view.height} * (100cqh - 4px)))`,
            }}
          >
            <BitmapView bitmap={view.bitmap} label="The plate with what was taken away in red" />
          </div>
        )}
        <span className="tag">what was taken away is red</span>
      </div>
      <div className="strip">
        <span>
          specks <RemovedTools bench={bench} />
        </span>
      </div>
    </section>
  );
}
