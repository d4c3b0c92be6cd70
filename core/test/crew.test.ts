import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import { type Brush } from '@amber-stamp/core/model';
import { plainGrain } from '../src/model/coat-schema.ts';
import { expect } from 'chai';
import { Worker } from 'node:worker_threads';
import { bristleTip, brushWith, sheetOf, straight } from './helpers/make.ts';

const CHANCE = [{ by: 'chance' }];
const VARIED = {
  size: { rest: 120, low: 30, drivers: CHANCE },
  spacing: { rest: 8 },
  angle: { low: -180, high: 180, drivers: CHANCE },
  across: { low: -90, high: 90, drivers: CHANCE },
  flow: { rest: 60 },
};
const sheet = sheetOf(1000, 800, straight(-20, 990, 200), straight(900, 40, 500), straight(60, 950, 640));
const plates = new Map([
  ['tip', bristleTip()],
  ['grain', bristleTip(64)],
]);

function brushes(): [string, Brush][] {
  const plain = brushWith(VARIED);
  const tinted = brushWith({ ...VARIED, hue: { low: -60, high: 60, drivers: CHANCE } });
  tinted.coats[0].ink = { ...tinted.coats[0].ink, colour: '#a03020' };
  const grained = brushWith(VARIED);
  grained.coats[0].grain = { ...plainGrain('grain'), appliesTo: 'dab' };
  const even = brushWith(VARIED);
  even.coats[0].crossing = 'even';
  return [
    ['in one ink', plain],
    ['in inks of their own', tinted],
    ['through a grain each', grained],
    ['on crossings that stay even', even],
  ];
}

const bytesBy = (engine: InkEngine, brush: Brush) => printSheet(engine, { brush, plates }, sheet, 'white');

describe('an engine that other threads help', () => {
  const alone = new InkEngine();
  const helped = new InkEngine('wasm', { shared: true });
  let helper: Worker;
  before(async () => {
    helper = new Worker(new URL('helpers/crew-worker.mjs', import.meta.url), { workerData: helped.helpersPlace });
    helped.shareOut();
    // it begins while the engine is at work
    while (helped.helped === 0) {
      bytesBy(helped, brushWith(VARIED));
      await new Promise((next) => setImmediate(next));
    }
  });
  after(() => helper.terminate());

  for (const [how, brush] of brushes())
    it(`prints dabs ${how} as one that is alone`, () => {
      expect(bytesBy(helped, brush)).to.deep.equal(bytesBy(alone, brush));
    });

  it('goes on when its memory has grown', () => {
    const before = helped.memory.memory.buffer.byteLength;
    helped.memory.allocate(before);
    expect(helped.memory.memory.buffer.byteLength).to.be.above(before);
    const brush = brushWith(VARIED);
    expect(bytesBy(helped, brush)).to.deep.equal(bytesBy(alone, brush));
  });

  it('does all of it where nobody comes', () => {
    const deserted = new InkEngine('wasm', { shared: true });
    deserted.shareOut();
    const [[, brush]] = brushes();
    expect(bytesBy(deserted, brush)).to.deep.equal(bytesBy(alone, brush));
    expect(deserted.helped).to.equal(0);
  });
});
