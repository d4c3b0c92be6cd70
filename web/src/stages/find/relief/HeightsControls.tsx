import type { Bench } from '@amber-stamp/core/bench';
import { heightsStepOf, stepNamed, type Profile, type RecipeStep } from '@amber-stamp/core/cut';
import { useQuery } from '@tanstack/react-query';
import { settle } from '../../../bench/store.ts';
import { Choices } from '../../../parts/Choices.tsx';
import { ParamField } from '../../../parts/ParamField.tsx';
import { cutter } from '../../../engine/pool.ts';
import { recipeOf, setParams } from '../../cut/steps.ts';
import { HeightProfile } from './HeightProfile.tsx';

const { params } = stepNamed('heights');

const WORDS = {
  darkest: ['The lowest place', 'nothing lies below it'],
  border: ['The border', 'what surrounds the relief'],
  middle: ['The middle', 'half gray changes nothing'],
  typed: ['A value', 'typed in the file’s own'],
} as const;
const ORDER = ['darkest', 'border', 'middle', 'typed'] as const;

/** Where the named channels of a file stand. */
const SLOTS = ['red', 'green', 'blue'] as const;

const told = (v: number): string => String(Number(v.toPrecision(4)));

function Bases({ place, step, profile }: { place: number; step: RecipeStep; profile: Profile }) {
  const choose = (base: (typeof ORDER)[number]) => {
    setParams(place, base === 'typed' ? { base, baseAt: profile.bases.border } : { base });
    settle(`base plane: ${WORDS[base][0].toLowerCase()}`);
  };
  return (
    <div className="answers" role="radiogroup" aria-label="Where is the base plane?">
      {ORDER.map((key) => (
        <button
          key={key}
          className="answer"
          role="radio"
          aria-checked={step.base === key}
          aria-label={WORDS[key][0]}
          onClick={() => choose(key)}
        >
          <HeightProfile profile={profile} base={key === 'typed' ? Number(step.baseAt) : profile.bases[key]} />
          <b>{WORDS[key][0]}</b>
          <span>{WORDS[key][1]}</span>
        </button>
      ))}
    </div>
  );
}

/** What is asked of a height map: where its base plane is, what one unit is, and what becomes of places without a number. */
export function HeightsControls({ bench, source }: { bench: Bench; source: string }) {
  const { steps } = recipeOf(bench);
  const step = heightsStepOf(steps);
  const place = steps.indexOf(step);
  const channel = String(step.channel);
  const { data: profile } = useQuery({
    queryKey: ['profile', source, channel],
    queryFn: () => cutter.profile(source, step),
    staleTime: Infinity,
  });
  if (place < 0) return null;
  const asked = [
    'baseAt',
    'unit',
    'unitIs',
    ...(profile && profile.channels > 1 && profile.names.length === 0 ? ['channel'] : []),
    ...(profile && profile.holes > 0 ? ['holes'] : []),
  ];
  return (
    <div className="section asked">
      <h3>Where is the base plane?</h3>
      {profile ? <Bases place={place} step={step} profile={profile} /> : <p className="note">reading the heights…</p>}
      {profile && (
        <p className="note">
          Values {told(profile.low)} .. {told(profile.high)} stand in the file
          {profile.holes > 0
            ? `; ${profile.holes.toLocaleString('en')} places have no number${step.holes === 'fill' ? ' and are filled from their neighbours' : ''}`
            : ''}
          .
        </p>
      )}
      {profile && profile.names.length > 1 && (
        <Choices
          label="Channel of the file"
          value={channel}
          options={profile.names.map((name, k) => [SLOTS[k], name] as const)}
          onChange={(slot) => {
            setParams(place, { channel: slot });
            settle(`heights from ${profile.names[SLOTS.indexOf(slot as (typeof SLOTS)[number])]}`);
          }}
        />
      )}
      {asked.map((name) => {
        const param = params[name];
        if (param.when && step[param.when[0]] !== param.when[1]) return null;
        return (
          <ParamField
            key={name}
            param={param}
            value={step[name]}
            onLive={(v) => setParams(place, { [name]: v })}
            onDone={(what) => settle(`${param.label.toLowerCase()} ${what}`.trim())}
          />
        );
      })}
    </div>
  );
}
