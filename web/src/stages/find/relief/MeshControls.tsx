import type { Bench } from '@amber-stamp/core/bench';
import { stepNamed, type RecipeStep, type Rows } from '@amber-stamp/core/cut';
import { plateNames } from '@amber-stamp/core/model';
import { VIEWS } from '@amber-stamp/core/relief';
import { Button } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { settle, useBench } from '../../../bench/store.ts';
import { BitmapView } from '../../../parts/BitmapView.tsx';
import { ParamField } from '../../../parts/ParamField.tsx';
import { cutter } from '../../../engine/pool.ts';
import { addStep, recipeOf } from '../../cut/steps.ts';
import { LatticeControls } from './LatticeControls.tsx';
import { latticeSideOf } from './lattice.ts';
import { castOf, keepView, seeFrom, setCast } from './cast-place.ts';

const { params } = stepNamed('cast');
const ASKED = ['depthPct', 'sizePx', 'zoomPct', 'padPct', 'yawDeg', 'pitchDeg', 'rollDeg', 'up'] as const;
const LETTER = { front: 'F', back: 'B', left: 'L', right: 'R', top: 'T', bottom: 'U' } as const;

/** The six sides of a mesh as pictures to choose from. */
function Sides({ source, step }: { source: string; step: RecipeStep }) {
  const up = step.up === 'z' ? 'z' : 'y';
  // while the hand bends it the pictures stay: the object under the hand comes first
  const gesturing = useBench((s) => s.gesturing);
  const lattice = step.lattice as Rows;
  const latticeSide = latticeSideOf(step);
  const { data, error } = useQuery({
    queryKey: ['sides', source, up, latticeSide, lattice],
    queryFn: () => cutter.sides(source, up, { lattice, latticeSide }),
    enabled: !gesturing,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const straight = ['yawDeg', 'pitchDeg', 'rollDeg'].every((name) => step[name] === 0);
  return (
    <>
      {error && (
        <p className="note" role="alert" style={{ padding: '0 16px' }}>
          {error.message}
        </p>
      )}
      <div className="answers sides" role="radiogroup" aria-label="Seen from where?">
        {VIEWS.map((from, k) => (
          <button
            key={from}
            className="answer"
            role="radio"
            aria-label={from}
            aria-checked={straight && step.from === from}
            title={`Seen from the ${from} (${LETTER[from]} on the object)`}
            onClick={() => seeFrom(from)}
          >
            <span className="shot">
              {data?.[k] ? <BitmapView bitmap={data[k]} label="" /> : data ? 'too thin' : '…'}
            </span>
            <b>{from}</b>
          </button>
        ))}
      </div>
    </>
  );
}

/** From where a mesh is seen: its six sides as pictures, then every turn as a number. */
export function MeshControls({ bench, source }: { bench: Bench; source: string }) {
  const { step } = castOf(bench);
  if (!step && recipeOf(bench).steps.some((s) => s.step === 'plain'))
    return (
      <div className="section">
        <p className="note">Flat clay, whatever its source shows: it is worked on under Cut.</p>
      </div>
    );
  if (!step)
    return (
      <div className="section">
        <p className="note">Nothing casts the mesh: its front view counts as pale where it is near.</p>
        <Button onClick={() => addStep('cast', 'Cast')}>Cast it</Button>
      </div>
    );
  const views = plateNames(bench.brush).length;
  return (
    <>
      <Sides source={source} step={step} />
      <LatticeControls step={step} />
      <div className="section asked">
        {ASKED.map((name) => (
          <ParamField
            key={name}
            param={params[name]}
            value={step[name]}
            onLive={(v) => setCast({ [name]: v })}
            onDone={(told) => settle(`${params[name].label.toLowerCase()} ${told}`.trim())}
          />
        ))}
      </div>
      <div className="section">
        <h3>Tips of this object</h3>
        <span className="note">
          {views === 1 ? 'One view is a tip.' : `${views} tips are in the deck; each keeps its own view.`}
        </span>
        <div className="buttons">
          <Button onClick={() => keepView(bench)}>Keep this view, turn on</Button>
        </div>
      </div>
    </>
  );
}
