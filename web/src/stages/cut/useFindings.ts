import type { Plate } from '@amber-stamp/core/raster';
import { useState } from 'react';
import { Paced } from '../../engine/clock.ts';
import { cutter } from '../../engine/pool.ts';
import type { Findings } from '../../engine/protocol/cut.ts';
import { useAbortable } from '../../parts/useAbortable.ts';

/** Under a moving hand plates are looked at no more often: the worker that looks also cuts the next one. */
const EVERY_MS = 250;

/** What is found about a plate, told once it is shown; while one follows the other, what was found of the last stays. */
export function useFindings(plate: Plate | undefined): Findings | undefined {
  const [found, setFound] = useState<Findings>();
  const [paced] = useState(() => new Paced(EVERY_MS));
  useAbortable(
    (signal) => {
      if (!plate) setFound(undefined);
      else
        paced.run(() => {
          if (!signal.aborted) cutter.findings(plate).then((made) => !signal.aborted && setFound(made), ignored);
        });
    },
    [plate, paced],
  );
  return found;
}

/** A plate that cannot be looked at is shown all the same. */
const ignored = () => undefined;
