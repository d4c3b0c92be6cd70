import './helpers/workers.ts';
import { parseBrush } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { whenFree } from '../src/engine/at-work.ts';
import { holdPlate } from '../src/engine/pool.ts';
import type { ProveJob } from '../src/engine/protocol/prove.ts';
import { HELPER, lookOver, onAllProvers, PROVERS, proverFor, whenLookedOver } from '../src/engine/provers.ts';
import { plateOf } from './helpers/benches.ts';
import { standIn } from './helpers/workers.ts';

const brush = parseBrush({ format: 'amber-stamp/brush', version: 1, coats: [{ deck: { cards: [{ plate: 'tip' }] } }] });
let turn = 0;
/** A job with a plate that no worker has seen yet; `here`: it is cut already. */
function jobWith(here: boolean): ProveJob {
  const key = `plate to be measured ${turn++}`;
  if (here) holdPlate(key, plateOf(1));
  return { brush, plates: { tip: key } };
}

/** Stands for both workers; tells in which order they were called. `broken`: neither takes over what the other found. */
function workers({ broken = false } = {}) {
  const calls: string[] = [];
  const pairs: ((value: unknown) => void)[] = [];
  standIn('prove', {
    hold: (wanted: readonly string[]) => void calls.push(`hold ${wanted.join()}`),
    dropPlates: () => void calls.push('drop'),
    lend: (keys: readonly string[]) => {
      calls.push(`lend ${keys.join()}`);
      return keys.map(() => undefined);
    },
    borrow: (keys: readonly string[]) => {
      calls.push(`borrow ${keys.join()}`);
      if (broken) throw new Error('out of memory');
    },
    look: (key: string) => void calls.push(`look ${key}`),
    pair: () => new Promise((done) => pairs.push(done)),
  });
  return { calls, answer: () => pairs.splice(0).forEach((done) => done({ echo: 1, texture: 2 })) };
}

const unseen = () => Promise.resolve();

describe('the workers that measure', () => {
  it('are not there for a brush whose plate is not cut yet', async () => {
    workers();
    expect(await proverFor(jobWith(false))).to.equal(undefined);
  });

  it('are given a plate once, however often they are asked', async () => {
    const { calls } = workers();
    const job = jobWith(true);
    await proverFor(job);
    await proverFor(job);
    expect(calls).to.deep.equal([`hold ${job.plates.tip}`]);
  });

  it('the helper takes over what the first one found before anything else is asked of it', async () => {
    const { calls, answer } = workers();
    const job = jobWith(true);
    const { tip } = job.plates;
    await lookOver(job, unseen);
    const measuring = proverFor(job, HELPER).then((helper) => helper?.pair(job));
    const answering = setInterval(answer, 1);
    await measuring;
    clearInterval(answering);
    expect(calls).to.deep.equal([`hold ${tip}`, `look ${tip}`, `hold ${tip}`, `borrow ${tip}`]);
  });

  it('a single tip is looked over by the first, though the helper cannot take over what it found', async () => {
    workers({ broken: true });
    const job = jobWith(true);
    await lookOver(job, unseen);
    expect(await proverFor(job)).not.to.equal(undefined);
  });

  it('do not wait for one another where nothing was found yet', async () => {
    const { calls } = workers();
    const job = jobWith(true);
    await proverFor(job);
    await proverFor(job, HELPER);
    expect(calls).to.deep.equal([`hold ${job.plates.tip}`, `hold ${job.plates.tip}`]);
  });

  it('tell when every tip was looked over, and when they have done what they do together', async () => {
    const { calls, answer } = workers();
    const job = jobWith(true);
    void lookOver(job, unseen);
    await whenLookedOver();
    expect(calls).to.include(`look ${job.plates.tip}`);
    const waiting = [1];
    let free = false;
    const work = onAllProvers(
      job,
      () => waiting.shift(),
      new AbortController().signal,
      async (prover) => void (await prover.pair(job)),
    );
    void whenFree().then(() => (free = true));
    await Promise.resolve();
    expect(free).to.equal(false);
    const answering = setInterval(answer, 1);
    await work;
    clearInterval(answering);
    await whenFree();
    expect(free).to.equal(true);
  });

  it('look tips over that are new side by side after a glance, and take over what the other found', async () => {
    const { calls } = workers();
    const jobs = Array.from({ length: 3 }, () => jobWith(true));
    const names = ['a', 'b', 'c'];
    const plates = Object.fromEntries(names.map((name, k) => [name, jobs[k].plates.tip]));
    const [a, b, c] = Object.values(plates);
    const cards = names.map((plate) => ({ plate }));
    const three = parseBrush({ format: 'amber-stamp/brush', version: 1, coats: [{ deck: { cards } }] });
    const glance = () => Promise.resolve(void calls.push('glance'));
    await lookOver({ brush: three, plates }, glance);
    const order = calls.filter((call) => /look|borrow|glance/.test(call));
    expect(order.indexOf('glance')).to.be.below(order.indexOf(`look ${a}`));
    const looks = order.filter((call) => call.startsWith('look'));
    expect(looks.sort()).to.deep.equal([`look ${a}`, `look ${b}`, `look ${c}`]);
    const taken = order.filter((call) => call.startsWith('borrow')).map((call) => call.slice('borrow '.length));
    expect(taken).to.have.length(2);
    expect(taken.join().split(',').sort()).to.deep.equal([a, b, c]);
    calls.length = 0;
    await lookOver({ brush: three, plates }, glance);
    expect(calls).to.deep.equal([]);
  });

  it('take work side by side until there is none, each by its number', async () => {
    const { answer } = workers();
    const job = jobWith(true);
    const waiting = [1, 2, 3, 4, 5];
    const done: number[] = [];
    const asked = new Set<number>();
    const all = onAllProvers(
      job,
      (worker) => {
        asked.add(worker);
        return waiting.shift();
      },
      new AbortController().signal,
      async (prover, item) => {
        await prover.pair(job);
        done.push(item);
      },
    );
    const answering = setInterval(answer, 1);
    await all;
    clearInterval(answering);
    expect(done.sort()).to.deep.equal([1, 2, 3, 4, 5]);
    expect(asked.size).to.equal(PROVERS);
  });

  it('take nothing more once the work is not wanted any more', async () => {
    workers();
    const job = jobWith(true);
    const controller = new AbortController();
    const done: number[] = [];
    const waiting = [1, 2, 3, 4, 5];
    await onAllProvers(
      job,
      () => waiting.shift(),
      controller.signal,
      (_, item) => {
        done.push(item);
        controller.abort();
        return Promise.resolve();
      },
    );
    expect(done).to.deep.equal([1]);
  });

  it('hand on what went wrong with a piece of work', async () => {
    workers();
    const job = jobWith(true);
    const waiting = [1];
    const work = onAllProvers(
      job,
      () => waiting.shift(),
      new AbortController().signal,
      () => Promise.reject(new Error('no memory')),
    );
    expect(await work.catch((cause: Error) => cause.message)).to.equal('no memory');
  });
});
