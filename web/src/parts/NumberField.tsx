import { within, type Limits } from '@amber-stamp/core/model';
import { useState } from 'react';

interface Props {
  label: string;
  value: number;
  limits: Limits;
  onEnter: (value: number) => void;
  className?: string;
}

/** A number that is typed, held within its limits; what cannot be read leaves it as it was. */
export function NumberField({ label, value, limits, onEnter, className = 'field' }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const finish = () => {
    const next = Number.parseFloat((draft ?? '').replace(',', '.'));
    if (Number.isFinite(next)) onEnter(within(limits, next));
    setDraft(null);
  };
  return (
    <input
      className={className}
      inputMode="decimal"
      aria-label={label}
      value={draft ?? String(Math.round(value * 1000) / 1000)}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={finish}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
      }}
    />
  );
}
