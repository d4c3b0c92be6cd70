import { show, withPage } from './helpers/page.tsx';
import { arrived, standIn, until } from './helpers/workers.ts';
import { AmberError } from '@amber-stamp/core/errors';
import type { Bench } from '@amber-stamp/core/bench';
import { expect } from 'chai';
import { leftDrafts, type Draft } from '../src/bench/drafts.ts';
import { beginBrush, startKeeping, unkept } from '../src/bench/keeping.ts';
import { openedBench } from '../src/bench/opened.ts';
import { plateKey, UNFILED } from '../src/bench/plate-key.ts';
import { openBrush, recoverBegun } from '../src/bench/session.ts';
import { change, closeBench, presentBench, undo, useBench, withPlates } from '../src/bench/store.ts';
import { holdPlate } from '../src/engine/pool.ts';
import { benchOf, plateOf } from './helpers/benches.ts';
import { withHeldClock } from './helpers/clock.ts';
import { StandInServer } from './helpers/server.ts';

const FILED = 'e'.repeat(64);
const QUIET_MS = 300;
const RETRY_MS = 3000;

describe('a brush that was just made', () => {
  withPage();
  const clock = withHeldClock();
  let server: StandInServer;
  let stop = (): void => undefined;
  let number = 0;
  const id = () => `begun ${number}`;
  const begin = (): Bench => {
    const source = `00000000-0000-4000-8000-${String(number).padStart(12, '5')}`;
    const bench = withPlates(benchOf(), (plate) => ({ ...plate, source, sha256: UNFILED }));
    for (const plate of Object.values(bench.plates)) holdPlate(plateKey(plate), plateOf(number));
    beginBrush(id(), bench, 'made from a picture', { note: 'picture' });
    return bench;
  };
  const size = (rest: number) =>
    change(`size ${rest}`, (draft) => void (draft.brush.coats[0].properties.size.rest = rest));
  const rest = async (ms = QUIET_MS) => {
    clock().pass(ms);
    await arrived();
  };
  type Sent = Draft & { brush: string; note: string; body: Bench };
  const made = () => server.to('POST /brushes').map(({ body }) => body as Sent);
  const versions = () => server.to('POST /brushes/*/versions').map(({ body }) => body as Sent);
  const hashes = (bench: Bench | null) => Object.values(bench?.plates ?? {}).map(({ sha256 }) => sha256);

  beforeEach(() => {
    show(<main />);
    number++;
    standIn('file', { file: () => ({ bytes: new Uint8Array(1), sha256: FILED }) });
    standIn('ink', { hold: () => undefined, png: () => new Uint8Array(1) });
    server = new StandInServer();
    server.on('POST /blobs', () => ({ sha256: 'f'.repeat(64), size: 1 }));
    server.on('POST /brushes', ({ body }) => ({
      brush: {},
      kept: { id: (body as Draft).id, number: 1, branch: 0, current: true },
    }));
    let version = 1;
    server.on('POST /brushes/*/versions', ({ body }) => ({
      id: (body as Draft).id,
      number: ++version,
      branch: 0,
      current: true,
    }));
    stop = startKeeping();
  });
  afterEach(async () => {
    stop();
    closeBench();
    await until(() => !unkept());
  });

  it('is opened before the server has it, and has the files of its plates once it is kept', async () => {
    const bench = begin();
    await openBrush(id());
    expect(server.asked).to.deep.equal([]);
    expect(presentBench()).to.equal(bench);
    expect(useBench.getState().keep).to.equal('pending');
    await rest();
    await until(() => !unkept());
    const [{ brush, note, what, body }] = made();
    expect([brush, note, what, hashes(body)]).to.deep.equal([id(), 'picture', 'made from a picture', [FILED]]);
    expect(useBench.getState().keep).to.equal('kept');
    expect([hashes(presentBench()), hashes(openedBench())]).to.deep.equal([[FILED], [FILED]]);
    expect(await leftDrafts(id())).to.deep.equal([]);
  });

  it('is kept as it was made, and what is done to it at once is its second version', async () => {
    begin();
    await openBrush(id());
    size(80);
    await rest();
    await until(() => !unkept());
    expect(made()).to.have.length(1);
    expect(versions().map(({ parent, what }) => [parent, what])).to.deep.equal([[made()[0].id, 'size 80']]);
    undo();
    expect(hashes(presentBench())).to.deep.equal([FILED]);
    await rest();
    await until(() => !unkept());
    expect(useBench.getState().standing?.number).to.equal(3);
  });

  it('waits in the browser while the server is away', async () => {
    server.goAway();
    begin();
    await openBrush(id());
    await rest();
    await until(() => useBench.getState().keep === 'failed');
    expect((await leftDrafts(id())).map(({ draft }) => draft.begins)).to.deep.equal([{ note: 'picture' }]);
    size(80);
    closeBench();
    await openBrush(id());
    expect(presentBench().brush.coats[0].properties.size.rest).to.equal(80);
    server.comeBack();
    await rest(RETRY_MS);
    await until(() => !unkept());
    expect(made().map(({ brush }) => brush)).to.deep.equal([id()]);
  });

  it('that is refused begins with the next thing that is done to it', async () => {
    server.on('POST /brushes', ({ body }) => {
      if ((body as Sent).what !== 'size 80') throw new AmberError('bad-value', 'It has a bad name.', 'name');
      return { brush: {}, kept: { id: (body as Draft).id, number: 1, branch: 0, current: true } };
    });
    begin();
    await openBrush(id());
    await rest();
    await until(() => useBench.getState().keep === 'refused');
    size(80);
    await rest();
    await until(() => !unkept());
    expect(made().map(({ what }) => what)).to.deep.equal(['made from a picture', 'size 80']);
    expect(versions()).to.deep.equal([]);
  });

  it('that a page which is gone had begun is made by the next one', async () => {
    // a draft as another page left it
    const bench = begin();
    await rest();
    await until(() => !unkept());
    const [{ id: version }] = made();
    const { openDB } = await import('idb');
    const store = await openDB('amber-stamp', 1);
    const draft: Draft = {
      brushId: `${id()} left`,
      parent: '',
      begins: { note: 'picture' },
      what: 'made from a picture',
      bench,
      id: version.replace(/.$/, '0'),
      place: 1,
    };
    await store.put('drafts', draft, `${id()} left page 000000001`);
    store.close();
    await recoverBegun();
    expect(made().map(({ brush }) => brush)).to.deep.equal([id(), `${id()} left`]);
    expect(await leftDrafts(`${id()} left`)).to.deep.equal([]);
  });
});
