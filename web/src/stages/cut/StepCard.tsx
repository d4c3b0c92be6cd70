import { stepNamed, type Facts, type Param, type RecipeStep } from '@amber-stamp/core/cut';
import { useSortable } from '@dnd-kit/sortable';
import { Switch } from '@mui/material';
import { memo } from 'react';
import { useBench } from '../../bench/store.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { AwayIcon, GripIcon } from '../../parts/icons.tsx';
import { useChosen } from './chosen.ts';
import { LevelsControl } from './LevelsControl.tsx';
import { ParamControl } from './Params.tsx';
import { FitAdvice } from './FitAdvice.tsx';
import { keepState } from './keep-state.ts';
import { duplicateStep, recipeOf, removeStep, standsAlone, stepAlone, switchStep } from './steps.ts';

interface Props {
  id: string;
  place: number;
  step: RecipeStep;
  facts: Facts | undefined;
  picture: ImageBitmap | undefined;
  histogram: readonly number[] | undefined;
}

/** Whether a card would look as it did: what a step found comes anew from the worker with each plate, though nothing of it changed. */
function looksTheSame(a: Props, b: Props): boolean {
  const histogram = a.step.step !== 'levels' || a.histogram === b.histogram;
  const facts = a.facts === b.facts || JSON.stringify(a.facts) === JSON.stringify(b.facts);
  return a.id === b.id && a.place === b.place && a.step === b.step && a.picture === b.picture && histogram && facts;
}

interface ToolProps {
  place: number;
  label: string;
}

const StepSwitch = memo(function StepSwitch({ place, label, on }: ToolProps & { on: boolean }) {
  return (
    <Switch
      checked={on}
      slotProps={{ input: { 'aria-label': `${label} on` } }}
      onChange={(_, wanted) => switchStep(place, wanted, label)}
    />
  );
});

/** What can be done with the open step as a whole. */
const StepTools = memo(function StepTools({ place, label }: ToolProps) {
  const alone = useBench((s) => s.bench !== null && standsAlone(recipeOf(s.bench), place));
  return (
    <div className="tools-row">
      <button
        className="small"
        aria-pressed={alone}
        onClick={() => stepAlone(place, label)}
        title="All other steps off but gray and fit, to see what this one does; once more: all as they were"
      >
        {alone ? 'all as before' : 'alone'}
      </button>
      <button className="small" onClick={() => duplicateStep(place, label)}>
        once more
      </button>
      <button className="small" onClick={() => void keepState(place)} title="A brush of its own, cut up to here">
        keep as a plate
      </button>
      <button className="small" onClick={() => removeStep(place, label)}>
        <AwayIcon size={11} /> remove
      </button>
    </div>
  );
});

/** Whether a setting has an effect: by another one, or, where it is of recipes from before, by what it holds. */
function isShown(step: RecipeStep, name: string, { when, former }: Param): boolean {
  const value = step[name];
  if (former && (value === '' || (Array.isArray(value) && value.length === 0))) return false;
  return !when || step[when[0]] === when[1];
}

/** The controls of a step that is opened or added come into view. */
const intoView = (e: HTMLElement | null): void => e?.scrollIntoView?.({ block: 'nearest' });

/** One step: its result as a picture, what it did in one line, a switch, a grip, and its settings when it is open. */
export const StepCard = memo(function StepCard({ id, place, step, facts, picture, histogram }: Props) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const open = useChosen((s) => s.place === place);
  const { label, params, sentence, help } = stepNamed(step.step);
  const hidden = step.step === 'levels' ? ['low', 'high'] : [];
  const style = {
    transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined,
    transition,
    zIndex: isDragging ? 2 : undefined,
    position: 'relative' as const,
  };
  return (
    <li
      ref={setNodeRef}
      className={`card ${open ? 'on' : ''} ${step.on ? '' : 'off'}`}
      style={style}
      aria-label={label}
    >
      <button className="grip" aria-label={`Move ${label}`} {...attributes} {...listeners}>
        <GripIcon size={16} />
      </button>
      <span className="shot">{picture && <BitmapView bitmap={picture} label={`After ${label}`} />}</span>
      <button
        className="plain text"
        aria-expanded={open}
        onClick={() => useChosen.setState({ place: open ? -1 : place, byHand: !open })}
        title={help}
      >
        <b>{label}</b>
        <div className="sub">{step.on ? sentence(step, facts ?? {}) : 'off'}</div>
      </button>
      <StepSwitch place={place} label={label} on={step.on} />
      {open && (
        <div className="more" ref={intoView}>
          {step.step === 'levels' && <LevelsControl place={place} step={step} facts={facts} histogram={histogram} />}
          {Object.entries(params)
            .filter(([name, param]) => !hidden.includes(name) && isShown(step, name, param))
            .map(([name, param]) => (
              <ParamControl key={name} place={place} step={label} name={name} param={param} value={step[name]} />
            ))}
          {step.step === 'fit' && <FitAdvice place={place} step={step} />}
          <StepTools place={place} label={label} />
        </div>
      )}
    </li>
  );
}, looksTheSame);
