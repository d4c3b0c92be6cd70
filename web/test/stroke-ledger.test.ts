import type { PenStroke } from '@amber-stamp/core/model';
import { expect } from 'chai';
import type { InkJob } from '../src/engine/protocol/ink.ts';
import { HeldStrokes, StrokeLedger } from '../src/engine/stroke-ledger.ts';

const strokeOf = (x: number): PenStroke => ({
  points: [{ x, y: 0, t: 0, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 }],
});
const LIE = {} as InkJob['strokes'][number]['lie'];

/** A job that prints strokes at these places. */
const jobOf = (...places: number[]): InkJob =>
  ({
    view: 'wide',
    strokes: places.map((x, number) => ({
      stroke: strokeOf(x),
      key: `at ${x}`,
      number,
      brush: 0,
      away: false,
      lie: LIE,
    })),
  }) as unknown as InkJob;

describe('strokes that a worker draws', () => {
  it('are given once, and are whole there each time', () => {
    const [ledger, held] = [new StrokeLedger(), new HeldStrokes()];
    const sent = [jobOf(1, 2), jobOf(1, 2, 3), jobOf(3, 1)].map((job) => ledger.brief(job));
    expect(sent.map(({ strokes }) => strokes.map(({ stroke }) => stroke !== null))).to.deep.equal([
      [true, true],
      [false, false, true],
      [false, false],
    ]);
    const met = sent.map((job) => held.whole(job));
    expect(met).to.deep.equal([jobOf(1, 2), jobOf(1, 2, 3), jobOf(3, 1)]);
    // what is known of a stroke is kept with the object
    expect(met[2].strokes[1].stroke).to.equal(met[0].strokes[0].stroke);
  });

  it('are held by so many, and both sides forget the same', () => {
    const [ledger, held] = [new StrokeLedger(), new HeldStrokes()];
    const jobs = Array.from({ length: 40 }, (_, k) =>
      jobOf(...Array.from({ length: 30 }, (_, i) => (17 * k + i) % 700)),
    );
    let again = 0;
    for (const job of jobs) {
      const sent = ledger.brief(job);
      if (sent.strokes.some(({ stroke }) => stroke === null)) again++;
      expect(held.whole(sent)).to.deep.equal(job);
    }
    expect(again).to.be.above(0);
  });

  it('that were never given are told, not left out', () => {
    const [{ strokes, ...job }] = [jobOf(5)];
    const sent = { ...job, strokes: strokes.map((one) => ({ ...one, stroke: null })) };
    expect(() => new HeldStrokes().whole(sent)).to.throw('no stroke was given for at 5');
  });
});
