import { makeRecipe, makeStep, type Recipe } from '@amber-stamp/core/cut';
import { Slider } from '@mui/material';
import { AmberError } from '@amber-stamp/core/errors';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import type { MadeTip } from '../../engine/protocol/make.ts';

/** What is made here prints as it is: the paler the more, nothing trimmed. */
export const asMade = (): Recipe => makeRecipe([makeStep('gray', { prints: 'light' })]);

export const fileOf = (bytes: Uint8Array, name: string): File =>
  new File([bytes as Uint8Array<ArrayBuffer>], name, { type: 'image/png' });

export const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'It could not be made; nothing was kept. Try again.'));

/** The newest tip of what is asked for; while one is made the last one stays. Gives what was wrong with the wish. */
export function useMade(make: () => Promise<MadeTip>, wish: unknown): { tip: MadeTip | null; wrong: string } {
  const [made, setMade] = useState<{ tip: MadeTip | null; wrong: string }>({ tip: null, wrong: '' });
  const newest = useRef(0);
  const key = JSON.stringify(wish);
  useEffect(() => {
    const number = ++newest.current;
    make()
      .then((tip) => {
        if (number === newest.current) setMade({ tip, wrong: '' });
      })
      .catch((cause: unknown) => {
        const wrong = cause instanceof AmberError ? cause.message : 'This could not be drawn.';
        if (number === newest.current) setMade((m) => ({ ...m, wrong }));
      });
    // the wish says it all: what makes it is a new function at every turn
  }, [key]); // eslint-disable-line react-hooks/exhaustive-deps
  return made;
}

interface SliderProps {
  label: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  disabled?: boolean;
  onChange: (value: number) => void;
}

/** A number of what is made, with its handle. */
export const MakerSlider = ({ label, value, onChange, ...rest }: SliderProps) => (
  <div className="param">
    <span className="note">{label}</span>
    <Slider size="small" aria-label={label} value={value} {...rest} onChange={(_, v) => onChange(v)} />
    <span style={{ textAlign: 'right' }}>{value}</span>
  </div>
);

/** A panel of controls beside the thing that they make. */
export const MakerFrame = ({
  title,
  controls,
  children,
}: {
  title: string;
  controls: ReactNode;
  children: ReactNode;
}) => (
  <section className="maker" aria-label={title}>
    <div className="maker-controls">
      <h1>{title}</h1>
      {controls}
    </div>
    <div className="maker-work">{children}</div>
  </section>
);
