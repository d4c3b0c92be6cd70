import type { RecipeStep } from '@amber-stamp/core/cut';
import { largestPx } from '@amber-stamp/core/model';
import { trialStrokes } from '@amber-stamp/core/path';
import { useState } from 'react';
import { coatOf } from '../../bench/coat.ts';
import { inkJob, keysOf } from '../../bench/ink-job.ts';
import { settle, useBench } from '../../bench/store.ts';
import { costsOf } from '../../engine/pool.ts';
import type { SideCost } from '../../engine/protocol/ink.ts';
import { setParam } from './steps.ts';

const SIDES = [256, 512, 1024, 2048];
const MEGABYTE = 1048576;
/** Bytes of a plate and its levels: 16 bit, four steps an octave, each octave a quarter of the one before. */
const levelMegabytes = (side: number): number => Math.max(1, Math.round((2 * side * side * 4 * (4 / 3)) / MEGABYTE));
const ms = (v: number): string => (v < 10 ? v.toFixed(1) : v.toFixed(0));

/** Whether the dabs of this brush can show a resolution. */
function suits(largest: number, side: number): string {
  if (largest > side) return `it shows more than ${side} px can tell and looks soft.`;
  const enough = Math.max(64, 2 ** Math.ceil(Math.log2(Math.max(1, largest))));
  return side > 2 * enough ? `${enough} px tell as much.` : 'this resolution suits it.';
}

/** Resolutions with what each costs here: the levels are built once, the trial strokes are drawn at every change. */
function Costs({ place, step }: { place: number; step: RecipeStep }) {
  const [costs, setCosts] = useState<SideCost[] | 'running' | null>(null);
  const measure = () => {
    const { bench } = useBench.getState();
    if (!bench) return;
    setCosts('running');
    const { strokes } = trialStrokes();
    const main = { brush: bench.brush, plates: keysOf(bench) };
    costsOf(inkJob('costs', main, strokes, { width: 300, height: 490, zoom: 0.5 }, 'white'), SIDES).then(setCosts, () =>
      setCosts(null),
    );
  };
  if (!Array.isArray(costs))
    return (
      <button className="small" disabled={costs === 'running'} onClick={measure} style={{ justifySelf: 'start' }}>
        {costs === 'running' ? 'measuring …' : 'measure what each resolution costs'}
      </button>
    );
  return (
    <table className="costs">
      <thead>
        <tr>
          <th>px</th>
          <th>built once</th>
          <th>each drawing</th>
          <th>memory</th>
        </tr>
      </thead>
      <tbody>
        {costs.map(({ side, buildMs, drawMs }) => (
          <tr key={side} className={side === Number(step.resolutionPx) ? 'on' : ''}>
            <td>
              <button
                className="small"
                onClick={() => {
                  setParam(place, 'resolutionPx', side);
                  settle(`Fit a square: ${side} px`);
                }}
              >
                {side}
              </button>
            </td>
            <td>{ms(buildMs)} ms</td>
            <td>{ms(drawMs)} ms</td>
            <td>{levelMegabytes(side)} MB</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What a resolution costs, and whether the dabs of this brush can show it. */
export function FitAdvice({ place, step }: { place: number; step: RecipeStep }) {
  const bench = useBench((s) => s.bench);
  if (!bench) return null;
  const largest = Math.round(largestPx(coatOf(bench)));
  return (
    <>
      <p className="note" style={{ margin: 0 }}>
        The largest dab here is {largest} px: {suits(largest, Number(step.resolutionPx))}
      </p>
      <Costs place={place} step={step} />
    </>
  );
}
