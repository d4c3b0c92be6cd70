import type { Param, ParamValue } from '@amber-stamp/core/cut';
import { createContext, useContext } from 'react';
import { settle, useBench } from '../../../bench/store.ts';
import { StarIcon } from '../../../parts/icons.tsx';
import { ParamField } from '../../../parts/ParamField.tsx';
import { settingId, starOf, STAR_WORDS, turnStar, useHabit } from '../at-hand.ts';

/** The part that settings stand in, and which of them are shown: all, or those that are at hand. */
export const PartContext = createContext<{ part: string; only: ReadonlySet<string> | null }>({ part: '', only: null });

interface Props {
  param: Param;
  value: ParamValue;
  /** what it belongs to, where that is less than the part */
  of?: string;
  onLive: (value: ParamValue) => void;
}

/** A setting that is no property of a dab, with its gesture told by its own name; it can be kept at hand. */
export function Setting({ param, value, of, onLive }: Props) {
  const { part, only } = useContext(PartContext);
  const id = settingId(of ?? part, param.label);
  const habit = useHabit((s) => s.rows);
  const star = useBench(({ bench }) => (bench ? starOf(bench, habit, id) : 'none'));
  if (only && !only.has(id)) return null;
  const label = only ? `${of ?? part}: ${param.label}` : param.label;
  return (
    <div className="setting">
      <button
        className={`tool star ${star === 'none' ? '' : 'lit'}`}
        title={STAR_WORDS[star]}
        aria-label={STAR_WORDS[star]}
        onClick={() => turnStar(star, id, param.label)}
      >
        <StarIcon size={13} />
      </button>
      <ParamField
        param={only ? { ...param, label } : param}
        value={value}
        onLive={onLive}
        onDone={(told) => settle(`${param.label} ${told}`.trim().toLowerCase())}
      />
    </div>
  );
}
