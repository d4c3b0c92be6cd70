import { hash32 } from '@amber-stamp/core/maths';
import type { Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { bytesOf, HeldByKey, type Kept } from '../src/engine/held-by-key.ts';
import { PlateLedger, type Fresh } from '../src/engine/plate-ledger.ts';
import { MEASURED_KEPT } from '../src/engine/protocol/prove.ts';
import { brushOf } from '../../core/test/helpers/echoes.ts';
import { standIn } from './helpers/workers.ts';
import { holdPlate } from '../src/engine/pool.ts';
import { plateCalls } from '../src/engine/worker-plates.ts';
import { HELPER, lookOver, proverFor } from '../src/engine/provers.ts';

const plate = (value: number): Plate => ({ width: 1, height: 1, data: new Uint16Array([value]) });
const numberOf = (key: string): number => Number(key.split(' ')[1]);

/** A worker that keeps so many plates, and how often it was given some. */
class Holder {
  readonly held: HeldByKey<Plate>;
  given = 0;
  broken = false;
  constructor(kept: Kept) {
    this.held = new HeldByKey(kept, bytesOf);
  }
  hold(wanted: readonly string[], fresh: Fresh): Promise<unknown> {
    if (this.broken) return Promise.reject(new Error('out of memory'));
    this.given += fresh.length;
    this.held.take(wanted, fresh);
    return Promise.resolve();
  }
  dropPlates(): Promise<unknown> {
    this.held.drop();
    return Promise.resolve();
  }
}
const few = (most: number): Kept => ({ most, mostBytes: Infinity });
const plateOf = (key: string): Plate => plate(numberOf(key));

describe('what a worker holds of the plates', () => {
  it('is always all that a job names, whatever came before and had to go', async () => {
    const holder = new Holder(few(6));
    const ledger = new PlateLedger(holder, few(6));
    for (let job = 0; job < 400; job++) {
      const keys = Array.from({ length: 1 + (hash32(job, 1) % 4) }, (_, k) => `plate ${hash32(job, 2 + k) % 15}`);
      await ledger.bring(keys, plateOf);
      for (const key of keys) expect(holder.held.get(key)?.data[0], `job ${job}, ${key}`).to.equal(numberOf(key));
    }
  });

  it('rests, but for what the job that brings new ones prints with', () => {
    const rested: number[][] = [];
    const engine = {
      rest: (plates: readonly Plate[]) => rested.push(plates.map(({ data }) => data[0])),
      keepOnly: () => undefined,
    };
    const calls = plateCalls(new HeldByKey<Plate>(few(6), bytesOf), engine);
    const fresh = (...numbers: number[]) => numbers.map((n) => [`plate ${n}`, plate(n)] as const);
    calls.hold(['plate 1', 'plate 2'], fresh(1, 2));
    calls.hold(['plate 2', 'plate 3'], fresh(3));
    calls.hold(['plate 1', 'plate 2'], []);
    expect(rested).to.deep.equal([[], [1]]);
  });

  it('is not given twice while it is kept', async () => {
    const holder = new Holder(few(6));
    const ledger = new PlateLedger(holder, few(6));
    for (let k = 0; k < 5; k++) await ledger.bring(['plate 1', 'plate 2', 'plate 1'], plateOf);
    expect(holder.given).to.equal(2);
  });

  it('is no more than fits, and both sides know what went', async () => {
    const kept = { most: 100, mostBytes: 4000 };
    const holder = new Holder(kept);
    const ledger = new PlateLedger(holder, kept);
    const sized = (key: string): Plate => ({ ...plateOf(key), data: new Uint16Array(10 + 70 * (numberOf(key) % 9)) });
    for (let job = 0; job < 300; job++) {
      const keys = Array.from({ length: 1 + (hash32(job, 1) % 3) }, (_, k) => `plate ${hash32(job, 2 + k) % 40}`);
      await ledger.bring(keys, sized);
      expect(ledger.lacks(keys)).to.deep.equal([]);
      for (const key of keys) expect(holder.held.get(key)?.data.length).to.equal(sized(key).data.length);
      const all = holder.held.all();
      expect(all.length > keys.length ? all.reduce((sum, one) => sum + bytesOf(one), 0) : 0).to.be.at.most(4000);
    }
    expect(holder.given).to.be.greaterThan(150);
  });

  it('is a whole job even where that is more than is kept otherwise', async () => {
    const holder = new Holder(few(3));
    const ledger = new PlateLedger(holder, few(3));
    const keys = Array.from({ length: 8 }, (_, k) => `plate ${k}`);
    await ledger.bring(keys, plateOf);
    expect(keys.every((key) => holder.held.has(key))).to.equal(true);
    await ledger.bring(['plate 20'], plateOf);
    expect(holder.held.all().length).to.equal(3);
  });

  it('begins again without any when one could not be given, and the next job gets all of its own', async () => {
    const holder = new Holder(few(6));
    const ledger = new PlateLedger(holder, few(6));
    await ledger.bring(['plate 1'], plateOf);
    holder.broken = true;
    const failed = await ledger.bring(['plate 2'], plateOf).catch((cause: Error) => cause.message);
    expect(failed).to.equal('out of memory');
    holder.broken = false;
    await ledger.bring(['plate 1', 'plate 2'], plateOf);
    expect(['plate 1', 'plate 2'].every((key) => holder.held.has(key))).to.equal(true);
  });
});

describe('workers that measure', () => {
  it('are given a plate again that they dropped since, and borrow what was found on it', async () => {
    const holders = [new Holder(MEASURED_KEPT), new Holder(MEASURED_KEPT)];
    // both workers are the same object here: they are told apart by the order in which they were begun
    const lent: string[][] = [];
    standIn('prove', {
      hold: (wanted: string[], fresh: Fresh) => void holders[0].hold(wanted, fresh),
      lend: (keys: string[]) => (lent.push(keys), keys.map(() => undefined)),
      borrow: () => undefined,
      look: () => undefined,
      pair: ({ plates }: { plates: Record<string, string> }) => {
        const missing = Object.values(plates).filter((key) => !holders[0].held.has(key));
        if (missing.length > 0) throw new Error(`missing plate ${missing.join()}`);
        return { echo: 1, texture: 1 };
      },
    });
    const { brush } = brushOf([plate(1)], { spacing: 25 });
    const measured = async (key: string, number = 0) => {
      holdPlate(key, plateOf(key));
      const job = { brush, plates: { 'tip 0.png': key } };
      if (number !== HELPER) await lookOver(job, async () => undefined);
      return (await proverFor(job, number))?.pair(job);
    };
    for (let k = 0; k < MEASURED_KEPT.most + 20; k++)
      expect(await measured(`plate ${k}`)).to.deep.equal({ echo: 1, texture: 1 });
    expect(holders[0].held.has('plate 0')).to.equal(false);
    expect(await measured('plate 0')).to.deep.equal({ echo: 1, texture: 1 });
    await measured('plate 0', HELPER);
    expect(lent).to.deep.equal([]);
    await measured('plate 30', HELPER);
    expect(lent).to.deep.equal([['plate 30']]);
  });
});
