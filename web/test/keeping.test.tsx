import { screen, show, withPage } from './helpers/page.tsx';
import { arrived, until } from './helpers/workers.ts';
import { AmberError } from '@amber-stamp/core/errors';
import { expect } from 'chai';
import { leftDrafts, type Draft } from '../src/bench/drafts.ts';
import { startKeeping, unkept } from '../src/bench/keeping.ts';
import { openBrush } from '../src/bench/session.ts';
import { trustPlates } from '../src/bench/plates.ts';
import { settleSoon } from '../src/bench/settle-soon.ts';
import { change, closeBench, live, openBench, presentBench, redo, undo, useBench } from '../src/bench/store.ts';
import { benchOf, STANDING } from './helpers/benches.ts';
import { withHeldClock } from './helpers/clock.ts';
import { StandInServer } from './helpers/server.ts';

const VERSIONS = 'POST /brushes/*/versions';
const QUIET_MS = 300;
const RETRY_MS = 3000;

/** A brush as the server gives it. */
const opened = (body: unknown) => ({
  brush: { drawer: 'Tideline' },
  version: {
    id: '00000000-0000-4000-8000-000000000001',
    number: 2,
    branch: 0,
    createdAt: '2026-01-01T00:00:00Z',
    body,
  },
});

describe('what was done at the bench', () => {
  withPage();
  const clock = withHeldClock();
  let server: StandInServer;
  let stop = (): void => undefined;
  let brush = 0;
  const standing = () => ({ ...STANDING, brushId: `brush ${brush}` });
  const size = (rest: number, what = `size ${rest}`) =>
    change(what, (draft) => void (draft.brush.coats[0].properties.size.rest = rest));
  const sent = () => server.to(VERSIONS).map(({ body }) => body as Draft & { body: ReturnType<typeof benchOf> });
  const sizes = () => sent().map(({ body }) => body.brush.coats[0].properties.size.rest);
  const rest = async (ms = QUIET_MS) => {
    clock().pass(ms);
    await arrived();
  };

  beforeEach(() => {
    show(<main />);
    brush++;
    server = new StandInServer();
    let number = 1;
    server.on(VERSIONS, ({ body }) => ({ id: (body as Draft).id, number: ++number, branch: 0, current: true }));
    server.on('POST /blobs', () => ({ sha256: 'f'.repeat(64), size: 1 }));
    const bench = benchOf();
    const [plate] = Object.values(bench.plates);
    Object.assign(plate, {
      sha256: 'a'.repeat(64),
      source: `00000000-0000-4000-8000-${String(brush).padStart(12, '0')}`,
    });
    // its bytes are known: nothing is cut and nothing is filed
    trustPlates(bench);
    openBench(bench, standing());
    stop = startKeeping();
  });
  afterEach(() => {
    stop();
    closeBench();
  });

  it('is kept once the hand rests, told in the words of its gesture', async () => {
    size(80);
    expect(unkept()).to.equal(true);
    await rest();
    await until(() => !unkept());
    expect(sizes()).to.deep.equal([80]);
    expect(sent()[0]).to.include({ what: 'size 80', parent: STANDING.versionId });
    expect(useBench.getState().standing?.number).to.equal(2);
    expect(await leftDrafts(`brush ${brush}`)).to.deep.equal([]);
  });

  it('is one version where several gestures follow each other', async () => {
    size(80);
    clock().pass(QUIET_MS / 2);
    size(90);
    await rest();
    await until(() => !unkept());
    expect(sizes()).to.deep.equal([90]);
  });

  it('goes on from what was kept last', async () => {
    size(80);
    await rest();
    await until(() => !unkept());
    const [first] = sent();
    size(90);
    await rest();
    await until(() => !unkept());
    expect(sent()[1].parent).to.equal(first.id);
  });

  it('tells of what was taken back and done again', async () => {
    size(80);
    undo();
    await rest();
    await until(() => !unkept());
    redo();
    await rest();
    await until(() => !unkept());
    expect(sent().map(({ what }) => what)).to.deep.equal(['took back: size 80', 'again: size 80']);
    expect(sizes()).to.deep.equal([benchOf().brush.coats[0].properties.size.rest, 80]);
  });

  it('is safe in the browser while the server is away, and sent when it is back', async () => {
    server.goAway();
    size(80);
    await rest();
    await until(() => useBench.getState().keep === 'failed');
    const [{ draft }] = await leftDrafts(`brush ${brush}`);
    expect(draft.bench.brush.coats[0].properties.size.rest).to.equal(80);
    expect((await screen.findByRole('alert')).textContent).to.include('Your work is safe in this browser');
    server.comeBack();
    await rest(RETRY_MS);
    await until(() => !unkept());
    expect(sent().map(({ id }) => id)).to.deep.equal([draft.id]);
    expect(await leftDrafts(`brush ${brush}`)).to.deep.equal([]);
  });

  it('waits gesture by gesture while the server is away, and each becomes a version of its own', async () => {
    server.goAway();
    for (const rests of [80, 90, 100, 110]) {
      size(rests);
      await rest();
    }
    await until(() => useBench.getState().keep === 'failed');
    const left = await leftDrafts(`brush ${brush}`);
    expect(left.map(({ draft }) => draft.what)).to.deep.equal(['size 80', 'size 90', 'size 100', 'size 110']);
    expect(left.map(({ draft }) => draft.parent)).to.deep.equal([
      STANDING.versionId,
      ...left.slice(0, 3).map(({ draft }) => draft.id),
    ]);
    server.comeBack();
    await rest(RETRY_MS);
    await until(() => !unkept());
    expect(sizes()).to.deep.equal([80, 90, 100, 110]);
    expect(useBench.getState()).to.include({ keep: 'kept' });
    expect(await leftDrafts(`brush ${brush}`)).to.deep.equal([]);
  });

  it('is a draft as soon as it is done, and is sent at once where the bench is left', async () => {
    size(80);
    await arrived();
    expect((await leftDrafts(`brush ${brush}`)).map(({ draft }) => draft.what)).to.deep.equal(['size 80']);
    stop();
    closeBench();
    await until(() => !unkept());
    expect(sizes()).to.deep.equal([80]);
  });

  it('that waits for the hand to rest is not lost where the bench is left', async () => {
    live((draft) => void (draft.brush.coats[0].properties.size.rest = 85));
    settleSoon('size by keys');
    stop();
    closeBench();
    await until(() => !unkept());
    expect(sent().map(({ what }) => what)).to.deep.equal(['size by keys']);
    expect(sizes()).to.deep.equal([85]);
  });

  it('is opened as it was left while the server could not be told', async () => {
    server.on(VERSIONS, () => {
      throw new AmberError('storage-failed', 'The disk is full; free some space.');
    });
    const before = presentBench();
    size(80);
    stop();
    closeBench();
    server.on('GET /brushes/*', () => opened(before));
    await openBrush(`brush ${brush}`);
    expect(presentBench().brush.coats[0].properties.size.rest).to.equal(80);
    expect(useBench.getState().keep).to.equal('failed');
    server.on(VERSIONS, ({ body }) => ({ id: (body as Draft).id, number: 2, branch: 0, current: true }));
    await rest(RETRY_MS);
    await until(() => !unkept());
    expect(useBench.getState()).to.include({ keep: 'kept' });
  });

  it('that is refused for good is told and not sent again; the next gesture is kept from the version before', async () => {
    server.on(VERSIONS, ({ body }) => {
      if ((body as { what: string }).what === 'size 80')
        throw new AmberError('bad-value', 'It has a bad name.', 'name');
      return { id: (body as Draft).id, number: 2, branch: 0, current: true };
    });
    size(80);
    await rest();
    await until(() => useBench.getState().keep === 'refused');
    expect((await screen.findByRole('alert')).textContent).to.include('It has a bad name.');
    const [{ draft }] = await leftDrafts(`brush ${brush}`);
    expect(draft.refused).to.equal('It has a bad name.');
    await rest(RETRY_MS);
    expect(sizes()).to.deep.equal([80]);
    size(90);
    await rest();
    await until(() => !unkept());
    expect(sent().map(({ what, parent }) => [what, parent])).to.deep.equal([
      ['size 80', STANDING.versionId],
      ['size 90', STANDING.versionId],
    ]);
    expect(useBench.getState().keep).to.equal('kept');
  });

  it('is sent where the browser keeps no drafts, and the page says that it alone protects it', async () => {
    const { open } = indexedDB;
    const { put } = IDBObjectStore.prototype;
    try {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
      server.goAway();
      size(80);
      await rest();
      await until(() => useBench.getState().keep === 'failed');
      expect((await screen.findByRole('alert')).textContent).to.include('only this page holds your work');
      indexedDB.open = () => {
        throw new DOMException('refused', 'SecurityError');
      };
      size(90);
      server.comeBack();
      await rest(RETRY_MS);
      await until(() => !unkept());
      expect(sizes()).to.deep.equal([80, 90]);
    } finally {
      indexedDB.open = open;
      IDBObjectStore.prototype.put = put;
    }
  });

  it('is the same version however often it is sent', async () => {
    let calls = 0;
    server.on(VERSIONS, ({ body }) => {
      if (calls++ === 0) throw new AmberError('storage-failed', 'The disk is full; free some space.');
      return { id: (body as Draft).id, number: 2, branch: 0, current: true };
    });
    size(80);
    await rest();
    await until(() => useBench.getState().keep === 'failed');
    await rest(RETRY_MS);
    await until(() => !unkept());
    expect(new Set(sent().map(({ id }) => id)).size).to.equal(1);
    expect(sent()).to.have.length(2);
  });

  it('is a branch, with nothing overwritten, where another tab was there before', async () => {
    server.on(VERSIONS, ({ body }) => ({ id: (body as Draft).id, number: 7, branch: 3, current: false }));
    size(80);
    await rest();
    await until(() => !unkept());
    expect(useBench.getState().standing).to.include({ number: 7, branch: 3 });
  });

  it('is found again after a crash, and kept before the brush is opened', async () => {
    server.goAway();
    size(80);
    await rest();
    await until(() => useBench.getState().keep === 'failed');
    stop();
    closeBench();
    server.comeBack();
    server.on('GET /brushes/*', () => opened((server.to(VERSIONS)[0].body as { body: unknown }).body));
    await openBrush(`brush ${brush}`);
    expect(presentBench().brush.coats[0].properties.size.rest).to.equal(80);
    expect(await leftDrafts(`brush ${brush}`)).to.deep.equal([]);
    await rest(RETRY_MS);
  });

  it('that was left and is refused for good is offered to be mended, and what was done after it is kept', async () => {
    server.goAway();
    size(80);
    await rest();
    await until(() => useBench.getState().keep === 'failed');
    size(90);
    await rest();
    stop();
    closeBench();
    server.comeBack();
    server.on(VERSIONS, ({ body }) => {
      if ((body as Draft).what === 'size 80') throw new AmberError('bad-value', 'It has a bad name.');
      return { id: (body as Draft).id, number: 3, branch: 0, current: true };
    });
    server.on('GET /brushes/*', () => opened(sent().at(-1)?.body));
    server.asked.length = 0;
    await openBrush(`brush ${brush}`);
    expect(sizes()).to.deep.equal([80, 90]);
    expect(sent()[1].parent).to.equal(STANDING.versionId);
    expect(presentBench().brush.coats[0].properties.size.rest).to.equal(90);
    expect((await leftDrafts(`brush ${brush}`)).map(({ draft }) => [draft.what, draft.refused])).to.deep.equal([
      ['size 80', 'It has a bad name.'],
    ]);
    expect(await screen.findByText(/It has a bad name/)).to.not.equal(null);
    const now = sent()[1].body;
    server.on('GET /brushes/*', () => opened(now));
    server.asked.length = 0;
    await openBrush(`brush ${brush}`);
    expect(sent()).to.deep.equal([]);
    await rest(RETRY_MS);
  });
});
