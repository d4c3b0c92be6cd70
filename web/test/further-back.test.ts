import './helpers/workers.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { expect } from 'chai';
import { beginHistory, takeBack } from '../src/bench/further-back.ts';
import { change, closeBench, openBench, presentBench, redo, useBench } from '../src/bench/store.ts';
import { benchOf, STANDING } from './helpers/benches.ts';
import { StandInServer } from './helpers/server.ts';

/** A brush of plates that came by themselves, with a size. */
const sized = (rest: number): Bench => {
  const bench = benchOf(['tip.png'], { size: { rest } });
  const plate = { sha256: 'a'.repeat(64), source: null, made: null, recipe: null };
  return { ...bench, plates: { 'tip.png': plate } };
};
const sizeOf = () => presentBench().brush.coats[0].properties.size.rest;
const FIELDS = { branch: 0, thumbnail: null, echo: null, createdAt: '2026-01-01T00:00:00.000Z' };
const VERSIONS = [3, 2, 1].map((number) => ({
  ...FIELDS,
  id: `v${number}`,
  number,
  parentId: number > 1 ? `v${number - 1}` : null,
  what: `size ${number}`,
}));

describe('taking back after a brush was opened again', () => {
  beforeEach(() => {
    openBench(sized(3), { ...STANDING, versionId: 'v3', number: 3 });
    beginHistory({ brushId: STANDING.brushId, versionId: 'v3', number: 3 });
    const server = new StandInServer();
    server.on(`GET /brushes/${STANDING.brushId}/versions`, () => VERSIONS);
    for (const number of [1, 2])
      server.on(`GET /versions/v${number}`, () => ({ ...VERSIONS[3 - number], body: sized(number) }));
  });
  afterEach(closeBench);

  it('goes back version by version, says what it takes back, and forward again', async () => {
    await takeBack();
    expect([sizeOf(), useBench.getState().told]).to.deep.equal([2, 'took back: size 3']);
    await takeBack();
    expect([sizeOf(), useBench.getState().told]).to.deep.equal([1, 'took back: size 2']);
    redo();
    expect([sizeOf(), useBench.getState().told]).to.deep.equal([2, 'again: size 2']);
    redo();
    expect(sizeOf()).to.equal(3);
  });

  it('takes what was done since first, and then the versions before', async () => {
    change('a size of nine', (draft) => void (draft.brush.coats[0].properties.size.rest = 9));
    await takeBack();
    expect([sizeOf(), useBench.getState().told]).to.deep.equal([3, 'took back: a size of nine']);
    await takeBack();
    expect(sizeOf()).to.equal(2);
  });

  it('ends with the first version', async () => {
    expect([await takeBack(), await takeBack(), await takeBack()]).to.deep.equal([true, true, false]);
    expect(sizeOf()).to.equal(1);
  });

  it('takes one back where it is asked twice at once', async () => {
    await Promise.all([takeBack(), takeBack()]);
    expect([1, 2]).to.include(sizeOf());
  });
});
