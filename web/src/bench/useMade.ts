import type { MadeSource } from '@amber-stamp/core/make';
import { useEffect, useRef, useState } from 'react';
import { maker } from '../engine/pool.ts';
import type { MadeTip } from '../engine/protocol/make.ts';
import { coded } from '../parts/coded.ts';

/** Longer side of a tip that is looked at, px. */
const SHOWN = 512;

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
