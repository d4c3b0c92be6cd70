import { NUMBERS, type NumbersSource } from '@amber-stamp/core/make';
import { ParamField } from '../ParamField.tsx';
import type { MadeFieldsProps } from './MadeFields.tsx';

const ONLY_STAR = new Set(['points', 'innerPct']);
const ONLY_PATCHED = new Set(['unevenPct', 'seed']);

/** The numbers of a tip; those that do nothing with the others are left out. */
export const NumbersFields = ({ made, onLive, onDone }: MadeFieldsProps<NumbersSource>) =>
  Object.entries(NUMBERS)
    .filter(
      ([name]) =>
        (made.shape === 'star' || !ONLY_STAR.has(name)) && (Number(made.coveredPct) < 100 || !ONLY_PATCHED.has(name)),
    )
    .map(([name, param]) => (
      <ParamField
        key={name}
        param={param}
        value={made[name as keyof typeof NUMBERS]}
        onLive={(value) => onLive({ [name]: value })}
        onDone={(told) => onDone(`${param.label.toLowerCase()} ${told}`.trim())}
      />
    ));
