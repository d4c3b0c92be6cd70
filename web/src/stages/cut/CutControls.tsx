import { stepNamed, type Bench } from '@amber-stamp/core';
import { Button } from '@mui/material';
import { useEffect, useMemo, useState } from 'react';
import { useBorder } from '../../bench/border.ts';
import { presentPlate } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import { SortList } from '../../parts/SortList.tsx';
import { cutter } from '../../workers/pool.ts';
import { AddStep } from './AddStep.tsx';
import { useChosen } from './chosen.ts';
import { PlateChoice } from './PlateChoice.tsx';
import { RecipeMenu } from './RecipeMenu.tsx';
import { StepCard } from './StepCard.tsx';
import { addStep, moveStep, recipeOf } from './steps.ts';

const THUMB = 92;
/** Thumbnails wait for a rest of the hand: the plate and the strokes come first. */
const REST_MS = 140;

/** The picture after each step; the last ones stay while new ones are made. */
function useThumbnails(source: string | null, recipe: ReturnType<typeof recipeOf>, ready: unknown): ImageBitmap[] {
  const [pictures, setPictures] = useState<ImageBitmap[]>([]);
  useEffect(() => {
    if (!source || !ready) return;
    let gone = false;
    const make = () =>
      cutter
        .thumbnails(source, recipe, THUMB)
        .then((made) => {
          if (!gone) setPictures(made);
        })
        .catch(() => undefined); // what is wrong with the recipe is told by its plate
    const timer = setTimeout(() => void make(), REST_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
    // made anew when a plate is ready: the recipe as such changes many times during a drag
  }, [source, ready]); // eslint-disable-line react-hooks/exhaustive-deps
  return pictures;
}

const CURE = { widthPct: 12, shape: 'square' } as const;

/** Says that every dab would show its frame, with the cure one press away. */
function BorderWarning({ name }: { name: string }) {
  const border = useBorder(name);
  if (border !== 'square' && border !== 'touches') return null;
  return (
    <div className="warning" role="alert">
      <span>
        <b>{border === 'square' ? 'The border prints a square.' : 'The mark is cut by its frame.'}</b>{' '}
        {border === 'square'
          ? 'Every dab would show its frame.'
          : 'Where it touches the border, dabs end in a straight line.'}
      </span>
      <Button onClick={() => addStep('fade', 'Border fade', CURE)} sx={{ justifySelf: 'start' }}>
        Cure it: add a border fade
      </Button>
    </div>
  );
}

export function CutControls({ bench }: { bench: Bench }) {
  const { name, plate } = presentPlate(bench);
  const recipe = recipeOf(bench);
  const ready = usePlates((s) => s.ready[name]);
  const error = usePlates((s) => s.trouble);
  const pictures = useThumbnails(plate.source, recipe, ready);
  const ids = useMemo(() => Array.from({ length: recipe.steps.length }, (_, i) => `step-${i}`), [recipe.steps.length]);
  const dropped = (from: number, to: number) => {
    moveStep(from, to, stepNamed(recipe.steps[from].step).label);
    useChosen.setState({ place: to });
  };
  if (!plate.source || !plate.recipe)
    return (
      <>
        <div className="top">
          <h2>Recipe</h2>
        </div>
        <PlateChoice bench={bench} />
        <p className="note" style={{ padding: '0 16px' }}>
          This plate came by itself, so there is nothing to cut it from. Give the brush a source under Find.
        </p>
      </>
    );
  return (
    <>
      <div className="top">
        <h2>Recipe</h2>
        <RecipeMenu source={plate.source} />
        <span className="spacer" />
        <AddStep />
      </div>
      <PlateChoice bench={bench} />
      {error && (
        <div className="warning" role="alert">
          <b>{error.message}</b>
          <span>The last plate stays in print until the recipe prints again.</span>
        </div>
      )}
      <BorderWarning name={name} />
      <SortList ids={ids} onMove={dropped}>
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
      </SortList>
      {recipe.steps.length === 0 && (
        <div className="empty" style={{ margin: 14, padding: 20 }}>
          <span>No steps: the source prints as it is, the darker the more.</span>
          <Button onClick={() => addStep('gray', 'Gray')}>Begin with gray</Button>
        </div>
      )}
      <p className="note" style={{ padding: '8px 16px', margin: 0 }}>
        hold B to see the plate before the open step, N to see it up to there
      </p>
    </>
  );
}
