import './helpers/workers.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { expect } from 'chai';
import { useArrival } from '../src/bench/arrival.ts';
import { trustPlates } from '../src/bench/plates.ts';
import { openBrush } from '../src/bench/session.ts';
import { closeBench } from '../src/bench/store.ts';
import { benchOf } from './helpers/benches.ts';
import { withHeldClock } from './helpers/clock.ts';
import { StandInServer } from './helpers/server.ts';
import { arrived, standIn } from './helpers/workers.ts';

/** Who opens another brush may come back within so long, ms. */
const BACK_MS = 10_000;
const SOURCES = [1, 2].map((k) => `00000000-0000-4000-8000-00000000000${k}`);

/** A brush that is cut from a source. */
function benchFrom(source: string): Bench {
  const bench = benchOf();
  for (const plate of Object.values(bench.plates)) Object.assign(plate, { sha256: 'a'.repeat(64), source });
  trustPlates(bench);
  return bench;
}

describe('the sources of brushes that were left', () => {
  const clock = withHeldClock();
  let kept: string[][] = [];
  beforeEach(() => {
    kept = [];
    standIn('cut', { keepOnly: (sources: string[]) => void kept.push(sources) });
    const server = new StandInServer();
    server.on('GET /brushes/*', ({ path }) => ({
      brush: { drawer: 'Tideline' },
      version: {
        id: '00000000-0000-4000-8000-000000000001',
        number: 1,
        branch: 0,
        createdAt: '2026-01-01T00:00:00Z',
        body: benchFrom(path.endsWith('first') ? SOURCES[0] : SOURCES[1]),
      },
    }));
  });
  afterEach(() => {
    useArrival.setState({ arrival: null });
    closeBench();
  });
  const pass = async (ms: number) => {
    clock().pass(ms);
    await arrived();
  };

  it('are held for who comes back, and given up once another brush is on the bench for a while', async () => {
    await openBrush('first');
    await pass(BACK_MS - 1);
    await openBrush('second');
    await pass(BACK_MS - 1);
    expect(kept).to.deep.equal([]);
    await pass(1);
    expect(kept).to.deep.equal([[SOURCES[1]]]);
  });

  it('are held while a file is on its way in, which may be read from one', async () => {
    await openBrush('first');
    useArrival.setState({ arrival: { name: 'a', phase: 'reading', share: 0, cancel: () => undefined } });
    await pass(BACK_MS);
    expect(kept).to.deep.equal([]);
    await openBrush('second');
    useArrival.setState({ arrival: null });
    await arrived();
    expect(kept, 'of what is on the bench by then').to.deep.equal([[SOURCES[1]]]);
  });
});
