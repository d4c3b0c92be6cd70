import type { Bench } from '@amber-stamp/core/bench';
import { makeStep } from '@amber-stamp/core/cut';
import { Button } from '@mui/material';
import { useNavigate, useParams } from 'react-router';
import { useFrame, type Frame, type FrameVerdict } from '../../bench/border.ts';
import { presentPlate } from '../../bench/edit.ts';
import { change } from '../../bench/store.ts';
import { beginRegion } from '../find/parts.ts';
import { addStep } from './steps.ts';

const list = (sides: readonly string[]): string =>
  sides.length < 2 ? sides.join('') : `${sides.slice(0, -1).join(', ')} and ${sides[sides.length - 1]}`;

const WORDS: Partial<Record<FrameVerdict, (sides: readonly string[]) => readonly [string, string]>> = {
  square: () => ['The border prints a square.', 'Every dab would show its frame.'],
  touches: () => ['The mark is cut by its frame.', 'Where it touches the border, dabs end in a straight line.'],
  rectangle: (sides) => [
    'It prints a rectangle.',
    `There is air around it, but at the ${list(sides)} it ends in a straight line, and every dab would show that.`,
  ],
  cut: (sides) => [
    'The mark is cut by the frame of its source.',
    `It went on at the ${list(sides)}: every dab ends in a straight line there.`,
  ],
};

const WIDTH_PCT = 14;

/** Fades what is cut, from where it ends; before the plate is fitted, so that the fade is as wide at any resolution. */
function fadeSides(sides: readonly string[]): void {
  const all = sides.length > 2;
  change(all ? 'its sides fade' : `its ${list(sides)} fades`, (draft) => {
    const { plate } = presentPlate(draft);
    plate.recipe ??= { format: 'amber-stamp/recipe', version: 1, steps: [] };
    const { steps } = plate.recipe;
    const fit = steps.findIndex(({ step, on }) => on && step === 'fit');
    const made = (all ? ['all'] : sides).map((side) =>
      makeStep('fade', { widthPct: WIDTH_PCT, shape: 'square', side, from: 'content' }),
    );
    steps.splice(fit < 0 ? steps.length : fit, 0, ...made);
  });
}

const takeAsItIs = (): void => change('taken as it is', (draft) => void (presentPlate(draft).plate.asItIs = true));

/** What helps against a straight end of the content itself. */
function Cures({ bench, sides }: { bench: Bench; sides: readonly string[] }) {
  const navigate = useNavigate();
  const { id = '' } = useParams();
  const another = async () => {
    await navigate(`/brush/${id}/find`);
    beginRegion(bench);
  };
  return (
    <div className="buttons">
      <Button onClick={() => fadeSides(sides)}>{sides.length > 2 ? 'Fade its sides' : 'Fade that side'}</Button>
      {bench && presentPlate(bench).plate.source && <Button onClick={() => void another()}>Choose another part</Button>}
      <Button onClick={takeAsItIs}>Take it as it is</Button>
    </div>
  );
}

/** Says that every dab would show where the plate ends, with what helps one press away. */
export function FrameWarning({ bench }: { bench: Bench }) {
  const frame = useFrame(presentPlate(bench).name);
  return frame ? <Warning bench={bench} frame={frame} /> : null;
}

function Warning({ bench, frame: { verdict, sides } }: { bench: Bench; frame: Frame }) {
  const words = WORDS[verdict]?.(sides);
  if (!words) return null;
  return (
    <div className="warning" role="alert">
      <span>
        <b>{words[0]}</b> {words[1]}
      </span>
      {sides.length > 0 ? (
        <Cures bench={bench} sides={sides} />
      ) : (
        <Button
          onClick={() => addStep('fade', 'Border fade', { widthPct: 12, shape: 'square' })}
          sx={{ justifySelf: 'start' }}
        >
          Cure it: add a border fade
        </Button>
      )}
    </div>
  );
}
