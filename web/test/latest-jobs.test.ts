import { expect } from 'chai';
import { LatestJob, LatestJobs } from '../src/engine/latest-jobs.ts';

/** Work that ends when it is told to. */
function held<T>(result: T) {
  let finish: () => void = () => undefined;
  let fail: (cause: Error) => void = () => undefined;
  const state = { begun: false, signal: undefined as AbortSignal | undefined };
  const work = (signal: AbortSignal) => {
    state.begun = true;
    state.signal = signal;
    return new Promise<T>((done, broken) => {
      finish = () => done(result);
      fail = broken;
    });
  };
  return { work, state, finish: () => finish(), fail: (cause: Error) => fail(cause) };
}

describe('jobs of which the newest counts', () => {
  it('begin at once where nothing runs, in the very call', () => {
    const one = held('one');
    void new LatestJob().ask(one.work);
    expect(one.state.begun).to.equal(true);
  });

  it('hand their result to who asked', async () => {
    const one = held('one');
    const asked = new LatestJob().ask(one.work);
    one.finish();
    expect(await asked).to.equal('one');
  });

  it('begin when the one before has ended, and tell it by its signal that it is overtaken', async () => {
    const job = new LatestJob();
    const [one, two] = [held(1), held(2)];
    const first = job.ask(one.work);
    const second = job.ask(two.work);
    expect([one.state.signal?.aborted, two.state.begun]).to.deep.equal([true, false]);
    one.finish();
    expect(await first).to.equal(1);
    expect(two.state.signal?.aborted).to.equal(false);
    two.finish();
    expect(await second).to.equal(2);
  });

  it('are dropped while they wait when a newer one comes, and settle all the same', async () => {
    const job = new LatestJob();
    const [one, two, three] = [held(1), held(2), held(3)];
    const first = job.ask(one.work);
    const second = job.ask(two.work);
    const third = job.ask(three.work);
    expect(await second).to.equal(undefined);
    one.finish();
    await first;
    three.finish();
    expect(await third).to.equal(3);
    expect(two.state.begun).to.equal(false);
  });

  it('fail alone: the next begins', async () => {
    const job = new LatestJob();
    const [one, two] = [held(1), held(2)];
    const first = job.ask(one.work).catch((cause: Error) => cause.message);
    const second = job.ask(two.work);
    one.fail(new Error('no plate'));
    expect(await first).to.equal('no plate');
    two.finish();
    expect(await second).to.equal(2);
  });

  it('fail by their promise too where they throw before they begin', async () => {
    const job = new LatestJob();
    const asked = job.ask(() => {
      throw new Error('at once');
    });
    expect(await asked.catch((cause: Error) => cause.message)).to.equal('at once');
    expect(job.busy).to.equal(false);
  });

  it('are told to end, and what waits is forgotten, when all is cancelled', async () => {
    const job = new LatestJob();
    const [one, two] = [held(1), held(2)];
    const first = job.ask(one.work);
    const second = job.ask(two.work);
    job.cancel();
    expect(one.state.signal?.aborted).to.equal(true);
    expect(await second).to.equal(undefined);
    one.finish();
    await first;
    expect([job.busy, two.state.begun]).to.deep.equal([false, false]);
  });

  it('run side by side where their keys differ', () => {
    const jobs = new LatestJobs();
    const [one, two] = [held(1), held(2)];
    void jobs.ask('left', one.work);
    void jobs.ask('right', two.work);
    expect([one.state.begun, two.state.begun]).to.deep.equal([true, true]);
    expect(one.state.signal?.aborted).to.equal(false);
  });

  it('run one at a time where so wished, in the order in which their keys were first asked', async () => {
    const jobs = new LatestJobs(1);
    const done: string[] = [];
    const work = (name: string) => async () => {
      await Promise.resolve();
      done.push(name);
    };
    const all = [
      jobs.ask('a', work('a1')),
      jobs.ask('b', work('b1')),
      jobs.ask('c', work('c1')),
      jobs.ask('b', work('b2')),
    ];
    await Promise.all(all);
    expect(done).to.deep.equal(['a1', 'b2', 'c1']);
  });

  it('begin with what is most urgent, and of that with what came first', async () => {
    const jobs = new LatestJobs(1);
    const done: string[] = [];
    const ask = (name: string, rank?: number) => jobs.ask(name, () => Promise.resolve(void done.push(name)), rank);
    await Promise.all([ask('running', 2), ask('cost', 2), ask('cell 1', 1), ask('hand'), ask('cell 2', 1)]);
    expect(done).to.deep.equal(['running', 'hand', 'cell 1', 'cell 2', 'cost']);
  });

  it('let one that waits be taken back without disturbing the one that runs', async () => {
    const jobs = new LatestJobs(1);
    const [one, two] = [held(1), held(2)];
    const first = jobs.ask('a', one.work);
    const second = jobs.ask('b', two.work);
    jobs.dropWaiting('b');
    expect(await second).to.equal(undefined);
    expect(one.state.signal?.aborted).to.equal(false);
    one.finish();
    expect(await first).to.equal(1);
    expect(two.state.begun).to.equal(false);
  });
});
