import type { MadeSource } from '@amber-stamp/core/make';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import { maker } from '../../engine/pool.ts';
import type { MadeTip } from '../../engine/protocol/make.ts';

/** Longer side of a tip that is looked at, px. */
const SHOWN = 512;

export const fileOf = (bytes: Uint8Array, name: string): File =>
  new File([bytes as Uint8Array<ArrayBuffer>], name, { type: 'image/png' });

export const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'It could not be made; nothing was kept. Try again.'));

/** The newest tip of some settings; while one is made the last one stays. Gives what is wrong with the settings. */
export function useMade(made: MadeSource, side = SHOWN): { tip: MadeTip | null; wrong: string } {
  const [state, setState] = useState<{ tip: MadeTip | null; wrong: string }>({ tip: null, wrong: '' });
  const newest = useRef(0);
  useEffect(() => {
    const number = ++newest.current;
    maker()
      .made(made, side)
      .then((tip) => {
        if (number === newest.current) setState({ tip, wrong: '' });
      })
      .catch((cause: unknown) => {
        const { message } = coded(cause, 'This could not be drawn.');
        if (number === newest.current) setState((m) => ({ ...m, wrong: message }));
      });
  }, [made, side]);
  return state;
}

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
