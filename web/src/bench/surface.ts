import type { Bench } from '@amber-stamp/core/bench';
import type { Press, SurfaceState } from '@amber-stamp/core/relief';
import { useEffect, useRef, useState } from 'react';
import { LatestJob } from '../engine/latest-jobs.ts';
import { beginPlateWorker, type PlateWorker } from '../engine/workers.ts';
import { notifyError } from '../parts/messages.tsx';
import { coded } from '../parts/coded.ts';
import { TIPS_KEPT, type PressedSurface, type SurfaceApi } from '../engine/protocol/surface.ts';
import { usePlates } from './plates.ts';

let begun: PlateWorker<SurfaceApi> | undefined;
const surfaceWorker = () => (begun ??= beginPlateWorker('surface', TIPS_KEPT));

/** The names of the plates that can be pressed, by card of the lowest coat. */
export const tipNames = (bench: Bench): string[] => bench.brush.coats[0].deck.cards.map(({ plate }) => plate);

const CLAY = new Set(['sculpt', 'displacement']);

/** Whether a plate may hang over: its file tells only its heights, so it is cut again for the rest. */
export const hangsOver = (bench: Bench): boolean =>
  Object.values(bench.plates).some(({ recipe }) => recipe?.steps.some(({ step, on }) => on && CLAY.has(step)));

/** What lies on a surface, pressed by the worker; `hand`: the dab that is being dragged out. */
export function usePressed(bench: Bench, { shape, presses }: SurfaceState, hand: Press | null): PressedSurface | null {
  const ready = usePlates((s) => s.ready);
  const [pressed, setPressed] = useState<PressedSurface | null>(null);
  const newest = useRef(new LatestJob());
  const names = tipNames(bench);
  const keys = names.map((name) => ready[name]?.key ?? '');
  const wish = [shape, presses, hand, keys.join(' ')] as const;
  useEffect(() => {
    void newest.current.ask(async () => {
      try {
        const { remote, ledger } = surfaceWorker();
        const plates = new Map(names.flatMap((name) => (ready[name] ? [[ready[name].key, ready[name].plate]] : [])));
        await ledger.bring([...plates.keys()], (key) => plates.get(key));
        const all = hand ? [...presses, hand] : presses;
        const plateOf = (card: number) => keys[card % keys.length];
        setPressed(await remote.press({ shape, presses: all.map((one) => ({ ...one, plate: plateOf(one.card) })) }));
      } catch (cause) {
        notifyError(coded(cause, 'The surface could not be pressed. Take the last dab back.'));
      }
    });
  }, wish); // eslint-disable-line react-hooks/exhaustive-deps -- the names and plates are in the keys
  return pressed;
}
