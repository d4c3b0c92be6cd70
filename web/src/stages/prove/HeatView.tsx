import { useAbortable } from '../../parts/useAbortable.ts';
import { useEffect, useRef, useState } from 'react';
import type { Bench } from '@amber-stamp/core/bench';
import { HEAT } from '@amber-stamp/core/prove';
import type { Plate } from '@amber-stamp/core/raster';
import { echoJob, useEcho } from '../../bench/echo.ts';
import type { HeatMap } from '../../engine/protocol/prove.ts';
import { proverFor } from '../../engine/provers.ts';

/** The heat of a card's tip, asked for anew after every measuring. */
function useHeat(bench: Bench, coat: number, card: number): HeatMap | null {
  const key = useEcho((s) => s.key);
  const [heat, setHeat] = useState<HeatMap | null>(null);
  useAbortable(
    (signal) => {
      const job = key ? echoJob(bench) : undefined;
      if (!job) return;
      proverFor(job)
        .then((prover) => prover?.heat(job, coat, card))
        .then((found) => {
          if (!signal.aborted) setHeat(found ?? null);
        })
        .catch(() => undefined); // the dial tells that measuring failed
    },
    // a new key comes with every new bench that matters
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [key, coat, card],
  );
  return heat;
}

const GLOW = [233, 128, 40] as const;

/** Where a tip gives itself away, as a glow over its plate. */
export function HeatView({ bench, coat, card, plate }: { bench: Bench; coat: number; card: number; plate: Plate }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const heat = useHeat(bench, coat, card);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.clearRect(0, 0, HEAT, HEAT);
    if (!heat) return;
    const pixels = new ImageData(HEAT, HEAT);
    heat.values.forEach((v, i) => pixels.data.set([...GLOW, Math.round(235 * Math.min(1, v))], 4 * i));
    context.putImageData(pixels, 0, 0);
  }, [heat]);
  const longest = Math.max(plate.width, plate.height);
  const share = (px: number) => `${(100 * px) / longest}%`;
  const where = heat && {
    left: share(heat.left + (longest - plate.width) / 2),
    top: share(heat.top + (longest - plate.height) / 2),
    width: share(heat.side),
    height: share(heat.side),
  };
  return <canvas ref={canvas} className="heat" width={HEAT} height={HEAT} aria-hidden style={where ?? undefined} />;
}
