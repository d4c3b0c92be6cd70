import './helpers/workers.ts';
import { useFindings } from '../src/bench/findings.ts';
import { clearPlates, readyOf, usePlates } from '../src/bench/plates.ts';
import type { Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { plateOf } from './helpers/benches.ts';
import { withHeldClock } from './helpers/clock.ts';
import { arrived, standIn } from './helpers/workers.ts';

describe('what is found about plates', () => {
  const clock = withHeldClock();
  const looked: number[] = [];
  const levels = () => useFindings.getState()['tip.png']?.levels;
  beforeEach(() => {
    clearPlates();
    looked.length = 0;
    standIn('file', {
      findings: ({ data: [value] }: Plate) => {
        looked.push(value);
        return { border: { verdict: 'clear' }, straight: [], coveragePct: 1, levels: value };
      },
    });
  });
  afterEach(clearPlates);
  const ready = (value: number, plate = plateOf(value)) =>
    usePlates.setState({ ready: { 'tip.png': readyOf(`key ${value}`, { plate, report: null }) } });

  it('is told once they are ready; under a moving hand by a pace, the newest of them, and the last is never left out', async () => {
    ready(1);
    await arrived();
    expect([levels(), looked]).to.deep.equal([1, [1]]);
    for (const value of [2, 3, 4]) ready(value);
    await arrived();
    expect([levels(), looked]).to.deep.equal([1, [1]]);
    clock().pass(250);
    await arrived();
    expect([levels(), looked]).to.deep.equal([4, [1, 4]]);
  });

  it('is known of a plate that comes again', async () => {
    const plate = plateOf(7);
    ready(7, plate);
    await arrived();
    clearPlates();
    expect(levels()).to.equal(undefined);
    ready(7, plate);
    expect(levels()).to.equal(7);
    expect(looked).to.deep.equal([7]);
  });

  it('is not told once they are cleared away', async () => {
    ready(5);
    clearPlates();
    await arrived();
    expect(looked).to.deep.equal([5]);
    expect(levels()).to.equal(undefined);
  });
});
