import type { Bench } from '@amber-stamp/core/bench';
import { Button } from '@mui/material';
import { presentPlate } from '../../bench/edit.ts';
import { sourceKey } from '../../bench/plate-key.ts';
import { usePlates } from '../../bench/plates.ts';
import { AddStep } from './AddStep.tsx';
import { FrameWarning } from './FrameWarning.tsx';
import { PlateChoice } from './PlateChoice.tsx';
import { Sisters } from './Sisters.tsx';
import { RecipeMenu } from './RecipeMenu.tsx';
import { StepCards } from './StepCards.tsx';
import { addStep, recipeOf } from './steps.ts';

export function CutControls({ bench }: { bench: Bench }) {
  const { plate } = presentPlate(bench);
  const recipe = recipeOf(bench);
  const error = usePlates((s) => s.trouble);
  const source = sourceKey(plate);
  if (!source || !plate.recipe)
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
        <RecipeMenu source={source} />
        <span className="spacer" />
        <AddStep />
      </div>
      <PlateChoice bench={bench} />
      <Sisters bench={bench} />
      <StepCards count={recipe.steps.length} />
      {recipe.steps.length === 0 && (
        <div className="empty" style={{ margin: 14, padding: 20 }}>
          <span>No steps: the source prints as it is, the darker the more.</span>
          <Button onClick={() => addStep('gray', 'Gray')}>Begin with gray</Button>
        </div>
      )}
      <p className="note" style={{ padding: '8px 16px', margin: 0 }}>
        hold B to see the plate before the open step, N to see it up to there
      </p>
      <div className="alarms">
        {error && (
          <div className="warning" role="alert">
            <b>{error.message}</b>
            <span>The last plate stays in print until the recipe prints again.</span>
          </div>
        )}
        <FrameWarning bench={bench} />
      </div>
    </>
  );
}
