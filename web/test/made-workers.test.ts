import { expect } from 'chai';
import { beginEarly, madeWorker } from '../src/engine/made-workers.ts';

/** Stands for the browser's workers: notes which scripts were begun. */
class Noted {
  static begun: string[] = [];

  constructor(address: URL) {
    Noted.begun.push(String(address).replace(/^.*\/|\.ts$/g, ''));
  }
}

describe('workers', () => {
  const before = globalThis.Worker;
  beforeEach(() => {
    Noted.begun = [];
    globalThis.Worker = Noted as unknown as typeof Worker;
  });
  afterEach(() => {
    globalThis.Worker = before;
  });

  it('that were begun early are those that are asked for first, and begin only once', () => {
    beginEarly('ink');
    beginEarly('ink');
    expect(Noted.begun).to.deep.equal(['ink.worker']);
    const first = madeWorker('ink');
    expect(Noted.begun).to.have.length(1);
    expect(madeWorker('ink')).not.to.equal(first);
    expect(Noted.begun).to.deep.equal(['ink.worker', 'ink.worker']);
  });

  it('that were not begin when they are asked for', () => {
    madeWorker('prove');
    expect(Noted.begun).to.deep.equal(['prove.worker']);
  });
});
